'use client';
import dynamic from 'next/dynamic';

/** Most rules take nothing from their place: the finders of one are loaded where a rule does. */
export const TriedAt = dynamic(() => import('./tried-at').then((file) => file.TriedAt), { ssr: false });
