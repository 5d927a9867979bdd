'use client';
import dynamic from 'next/dynamic';

/** What a translation is made from, beside each field of it: loaded when somebody looks at another language. */
export const SourceColumn = dynamic(() => import('./source-column').then((file) => file.SourceColumn), {
  ssr: false,
});
