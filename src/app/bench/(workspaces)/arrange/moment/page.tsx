import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { signedIn } from '../../../signed-in';
import { MomentBench } from './moment-bench';

export const metadata: Metadata = { title: 'The sites at a moment' };

export default async function MomentPage(): Promise<ReactElement> {
  await signedIn();
  return <MomentBench />;
}
