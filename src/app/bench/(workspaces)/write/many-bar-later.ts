'use client';
import dynamic from 'next/dynamic';

/** What is done to many is loaded when rows are ticked. */
export const ManyBar = dynamic(() => import('./many-bar').then((file) => file.ManyBar), { ssr: false });
