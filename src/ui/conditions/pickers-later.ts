'use client';
import dynamic from 'next/dynamic';

/* What a condition is compared with is picked where that is asked for: the inputs that it needs are loaded then. */

export const TestValue = dynamic(() => import('./test-value').then((file) => file.TestValue), { ssr: false });
export const ChosenList = dynamic(() => import('../kinds/chosen-list').then((file) => file.ChosenList), {
  ssr: false,
});
export const EntryFinder = dynamic(() => import('../kinds/entry-finder').then((file) => file.EntryFinder), {
  ssr: false,
});
export const PageFinder = dynamic(() => import('../page-finder').then((file) => file.PageFinder), {
  ssr: false,
});
