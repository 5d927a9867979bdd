'use client';
import { later } from '../../../../ui/later';

/** Most rules take nothing from their place: the finders of one are loaded where a rule does. */
export const TriedAt = later(() => import('./tried-at').then((file) => file.TriedAt));
