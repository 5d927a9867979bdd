'use client';
import { later } from '../../../../ui/later';

/* What stands beside the form of an entry comes after it: its scripts are loaded once the form can be written in. */

export const EntryFaces = later(() => import('./entry-faces').then((file) => file.EntryFaces));
export const EntryFound = later(() => import('./entry-found').then((file) => file.EntryFound));
export const RecordAudience = later(() => import('../record-audience').then((file) => file.RecordAudience));
