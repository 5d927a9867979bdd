import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { signedIn } from '../../../../signed-in';
import { FoldersBench } from './folders-bench';

export const metadata: Metadata = { title: 'Folders' };

export default async function FoldersPage(): Promise<ReactElement> {
  await signedIn();
  return <FoldersBench />;
}
