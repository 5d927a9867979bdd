'use client';
import dynamic from 'next/dynamic';

/* What of a page is asked for, or stands beside it, is loaded once the page itself can be worked on. */

export const AddPage = dynamic(() => import('./add-page').then((file) => file.AddPage), { ssr: false });
export const PageAsForm = dynamic(() => import('./page-as-form').then((file) => file.PageAsForm), {
  ssr: false,
});
export const PageFields = dynamic(() => import('./page-fields').then((file) => file.PageFields), {
  ssr: false,
});
export const PageFound = dynamic(() => import('./page-found').then((file) => file.PageFound), { ssr: false });
export const PageReach = dynamic(() => import('./page-reach').then((file) => file.PageReach), { ssr: false });
export const RecordAudience = dynamic(
  () => import('../record-audience').then((file) => file.RecordAudience),
  { ssr: false },
);
export const SeveralPages = dynamic(() => import('./tree/several-pages').then((file) => file.SeveralPages), {
  ssr: false,
});
export const SelectedPanel = dynamic(
  () => import('./canvas/selected-panel').then((file) => file.SelectedPanel),
  { ssr: false },
);
/** Pages and shared blocks stand at the same addresses: which of them is there, the server knows. */
export const SharedBench = dynamic(() => import('./shared/shared-bench').then((file) => file.SharedBench));
