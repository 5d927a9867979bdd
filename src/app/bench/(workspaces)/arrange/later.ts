'use client';
import dynamic from 'next/dynamic';
import { later } from '../../../../ui/later';

/* What of a page is asked for, or stands beside it, is loaded once the page itself can be worked on. */

export const AddPage = later(() => import('./add-page').then((file) => file.AddPage));
export const PageAsForm = later(() => import('./page-as-form').then((file) => file.PageAsForm));
export const PageFields = later(() => import('./page-fields').then((file) => file.PageFields));
export const PageFound = later(() => import('./page-found').then((file) => file.PageFound));
export const PageReach = later(() => import('./page-reach').then((file) => file.PageReach));
export const RecordAudience = later(() => import('../record-audience').then((file) => file.RecordAudience));
export const SeveralPages = later(() => import('./tree/several-pages').then((file) => file.SeveralPages));
export const SelectedPanel = later(() =>
  import('./canvas/selected-panel').then((file) => file.SelectedPanel),
);
/** Pages and shared blocks stand at the same addresses: which of them is there, the server knows. */
export const SharedBench = dynamic(() => import('./shared/shared-bench').then((file) => file.SharedBench));
