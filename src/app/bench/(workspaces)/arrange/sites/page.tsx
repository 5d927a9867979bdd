import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { signedIn } from '../../../signed-in';
import { SitesBench } from './sites-bench';

export const metadata: Metadata = { title: 'Sites' };

export default async function SitesPage(): Promise<ReactElement> {
  await signedIn();
  return <SitesBench />;
}
