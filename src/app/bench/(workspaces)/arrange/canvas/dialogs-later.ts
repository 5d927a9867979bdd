'use client';
import dynamic from 'next/dynamic';

/* Dialogs about blocks that are selected. Each is loaded when somebody opens it, as those of forms are. */

export const ShareBlocks = dynamic(() => import('../shared/share-blocks').then((file) => file.ShareBlocks), {
  ssr: false,
});
export const KeepStarter = dynamic(
  () => import('../starters/keep-starter').then((file) => file.KeepStarter),
  { ssr: false },
);
export const FillOnce = dynamic(() => import('./fill-once').then((file) => file.FillOnce), { ssr: false });
