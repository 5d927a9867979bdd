'use client';
import { later } from '../later';

/* Dialogs that a form may open. Each is loaded when somebody opens it: a form need not wait for what it seldom shows. */

export const EditPicture = later(() => import('./edit-picture').then((file) => file.EditPicture));
export const MediaDrawer = later(() => import('./media-drawer').then((file) => file.MediaDrawer));
export const MakeEntry = later(() => import('./make-entry').then((file) => file.MakeEntry));
export const PasteRows = later(() => import('./paste-rows').then((file) => file.PasteRows));
export const CategoryBrowse = later(() => import('../category-browse').then((file) => file.CategoryBrowse));
