'use client';
import dynamic from 'next/dynamic';

/** Finding a category, where that is seldom asked: loaded when it is. */
export const CategoryPick = dynamic(() => import('./category-pick').then((file) => file.CategoryPick), {
  ssr: false,
});
