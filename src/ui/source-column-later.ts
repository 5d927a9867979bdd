'use client';
import { later } from './later';

/** What a translation is made from, beside each field of it: loaded when somebody looks at another language. */
export const SourceColumn = later(() => import('./source-column').then((file) => file.SourceColumn));
