import { v7 } from 'uuid';

/** A permanent id: a UUID v7 (RFC 9562), so that ids sort by when they were made. */
export type Id = string;

export const newId = (): Id => v7();

const shape = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
export const isId = (text: string): boolean => shape.test(text);
