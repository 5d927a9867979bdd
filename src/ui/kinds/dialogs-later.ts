'use client';
import dynamic from 'next/dynamic';

/* Dialogs that a form may open. Each is loaded when somebody opens it: a form need not wait for what it seldom shows. */

export const EditPicture = dynamic(() => import('./edit-picture').then((file) => file.EditPicture), {
  ssr: false,
});
export const MediaDrawer = dynamic(() => import('./media-drawer').then((file) => file.MediaDrawer), {
  ssr: false,
});
export const MakeEntry = dynamic(() => import('./make-entry').then((file) => file.MakeEntry), {
  ssr: false,
});
export const PasteRows = dynamic(() => import('./paste-rows').then((file) => file.PasteRows), {
  ssr: false,
});
export const CategoryBrowse = dynamic(
  () => import('../category-browse').then((file) => file.CategoryBrowse),
  { ssr: false },
);
