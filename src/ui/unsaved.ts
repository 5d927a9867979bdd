import { isJsonObject, type JsonObject } from '../core/json';

/** Words typed into a form that the server does not have yet, and what they were typed over. Kept in this browser. */
export interface Unsaved {
  base: JsonObject;
  given: JsonObject;
}

const keyOf = (id: string) => `clear-frame-unsaved-${id}`;

export function readUnsaved(id: string): Unsaved | undefined {
  try {
    const read: unknown = JSON.parse(window.localStorage.getItem(keyOf(id)) ?? 'null');
    return isJsonObject(read) && isJsonObject(read.base) && isJsonObject(read.given)
      ? { base: read.base, given: read.given }
      : undefined;
  } catch {
    return undefined;
  }
}

export function keepUnsaved(id: string, unsaved: Unsaved): void {
  try {
    window.localStorage.setItem(keyOf(id), JSON.stringify(unsaved));
  } catch {
    // A full or forbidden storage only takes away this second net; the server still gets every word.
  }
}

export const forgetUnsaved = (id: string): void => window.localStorage.removeItem(keyOf(id));
