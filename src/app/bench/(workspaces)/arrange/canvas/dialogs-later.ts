'use client';
import { later } from '../../../../../ui/later';

/* Dialogs about blocks that are selected. Each is loaded when somebody opens it, as those of forms are. */

export const ShareBlocks = later(() => import('../shared/share-blocks').then((file) => file.ShareBlocks));
export const KeepStarter = later(() => import('../starters/keep-starter').then((file) => file.KeepStarter));
export const FillOnce = later(() => import('./fill-once').then((file) => file.FillOnce));
