import type { Id } from '../../ids';
import { isJsonObject, type Json } from '../../json';

/** What a field of the entry or page says on which a listing stands: of the fields, the first that says something. */
export interface FieldsHere {
  here: 'entry' | 'page';
  fields: Id[];
}
/**
 * What a test may take from where its listing stands: the page's category, the entry whose page it is, or what a
 * field of the entry or page there says.
 */
export type HereValue = { here: 'category' } | { here: 'this entry' } | FieldsHere;

/** A value that is taken from the place, or nothing where it is a fixed one. */
export function hereValue(value: Json | undefined): HereValue | undefined {
  if (!isJsonObject(value)) return undefined;
  if (value.here === 'category' || value.here === 'this entry') return { here: value.here };
  const fields = Array.isArray(value.fields) ? value.fields.filter((id) => typeof id === 'string') : [];
  return value.here === 'entry' || value.here === 'page' ? { here: value.here, fields } : undefined;
}
