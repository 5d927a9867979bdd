import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { signedIn } from '../../../signed-in';
import { SharedIndex } from './shared-index';

export const metadata: Metadata = { title: 'Shared blocks' };

export default async function SharedBlocksPage(): Promise<ReactElement> {
  await signedIn();
  return <SharedIndex />;
}
