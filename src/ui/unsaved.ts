import { carryDraft, draftFields, type DraftFields } from '../core/content/carry-forward';
import { isJsonObject, type JsonObject } from '../core/json';
import type { Field } from '../core/model/document';

/** Words typed into a form that the server does not have yet, and what they were typed over. Kept in this browser. */
export interface Unsaved {
  base: JsonObject;
  given: JsonObject;
}

/** The fields of a form, and the revision of the model that they are of. */
export interface FormModel {
  model: number;
  fields: readonly Field[];
}

const isNamed = (value: unknown): value is DraftFields =>
  isJsonObject(value) && Object.values(value).every((id) => typeof id === 'string');

const keyOf = (id: string) => `clear-frame-unsaved-${id}`;

/** The words that were not kept, if there are any; those of an earlier model are carried to the fields of now. */
export function readUnsaved(id: string, { model, fields }: FormModel): Unsaved | undefined {
  try {
    const read: unknown = JSON.parse(window.localStorage.getItem(keyOf(id)) ?? 'null');
    if (!isJsonObject(read) || !isJsonObject(read.base) || !isJsonObject(read.given)) return undefined;
    const { base, given, fields: then } = read;
    if (read.model === model || !isNamed(then)) return { base, given };
    return { base: carryDraft(then, fields, base), given: carryDraft(then, fields, given) };
  } catch {
    return undefined;
  }
}

/** What stays the same from key to key, written out once. */
const written = new WeakMap<object, string>();
function inJson<T extends object>(of: T, json: (of: T) => JsonObject): string {
  const text = written.get(of) ?? JSON.stringify(json(of));
  written.set(of, text);
  return text;
}

export function keepUnsaved(id: string, { base, given }: Unsaved, { model, fields }: FormModel): void {
  try {
    const [over, named] = [inJson(base, () => base), inJson(fields, draftFields)];
    const kept = `{"base":${over},"given":${JSON.stringify(given)},"model":${model},"fields":${named}}`;
    window.localStorage.setItem(keyOf(id), kept);
  } catch {
    // A full or forbidden storage only takes away this second net; the server still gets every word.
  }
}

export const forgetUnsaved = (id: string): void => window.localStorage.removeItem(keyOf(id));
