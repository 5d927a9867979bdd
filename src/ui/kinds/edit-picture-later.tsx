'use client';
import dynamic from 'next/dynamic';

/** What cuts pictures is loaded when somebody cuts one. */
export const EditPicture = dynamic(() => import('./edit-picture').then(({ EditPicture: made }) => made), {
  ssr: false,
});
