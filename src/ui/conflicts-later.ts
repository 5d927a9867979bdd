'use client';
import dynamic from 'next/dynamic';

/** Two versions that cannot stand beside one another are seldom: what asks about them is loaded when there are any. */
export const Conflicts = dynamic(() => import('./conflicts').then((file) => file.Conflicts), { ssr: false });
