'use client';
import { later } from './later';

/** Two versions that cannot stand beside one another are seldom: what asks about them is loaded when there are any. */
export const Conflicts = later(() => import('./conflicts').then((file) => file.Conflicts));
