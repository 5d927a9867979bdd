'use client';
import { later } from '../../../../ui/later';

/** What is done to many is loaded when rows are ticked. */
export const ManyBar = later(() => import('./many-bar').then((file) => file.ManyBar));
