'use client';
import { later } from './later';

/** Finding a category, where that is seldom asked: loaded when it is. */
export const CategoryPick = later(() => import('./category-pick').then((file) => file.CategoryPick));
