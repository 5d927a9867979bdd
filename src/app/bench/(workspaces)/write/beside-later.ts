'use client';
import dynamic from 'next/dynamic';

/* What stands beside the form of an entry comes after it: its scripts are loaded once the form can be written in. */

export const EntryFaces = dynamic(() => import('./entry-faces').then((file) => file.EntryFaces), {
  ssr: false,
});
export const EntryFound = dynamic(() => import('./entry-found').then((file) => file.EntryFound), {
  ssr: false,
});
export const RecordAudience = dynamic(
  () => import('../record-audience').then((file) => file.RecordAudience),
  { ssr: false },
);
