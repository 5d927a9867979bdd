import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { today } from '../../../../../services/runtime';
import { signedIn } from '../../../signed-in';
import { MediaBench } from './media-bench';

export const metadata: Metadata = { title: 'Media' };

export default async function MediaPage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  return <MediaBench today={today(installation)} />;
}
