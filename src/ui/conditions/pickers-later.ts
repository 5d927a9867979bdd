'use client';
import { later } from '../later';

/* What a condition is compared with is picked where that is asked for: the inputs that it needs are loaded then. */

export const TestValue = later(() => import('./test-value').then((file) => file.TestValue));
export const ChosenList = later(() => import('../kinds/chosen-list').then((file) => file.ChosenList));
export const EntryFinder = later(() => import('../kinds/entry-finder').then((file) => file.EntryFinder));
export const PageFinder = later(() => import('../page-finder').then((file) => file.PageFinder));
