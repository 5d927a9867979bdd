import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { signedIn } from '../../../signed-in';
import { StartersIndex } from './starters-index';

export const metadata: Metadata = { title: 'Starters' };

export default async function StartersPage(): Promise<ReactElement> {
  await signedIn();
  return <StartersIndex />;
}
