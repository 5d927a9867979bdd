import { namesInCell } from '../../core/content/typed-cell';
import type { NameMatch } from '../../core/formats/rows/match-names';
import type { Id } from '../../core/ids';
import type { Field } from '../../core/model/document';
import { ask } from '../ask';

/** How many names are asked for at once. */
const NAMES = 100;

/** What a name means in a field. */
export type Meant = (field: Field, name: string) => NameMatch;

/** What names typed into cells mean in some fields of a type, asked together for each field. */
export async function namesMeant(type: Id, typed: readonly { field: Field; text: string }[]): Promise<Meant> {
  const found = new Map<string, NameMatch>();
  const keyOf = (field: Field, name: string) => `${field.id} ${name}`;
  for (const field of new Set(typed.map((each) => each.field))) {
    const names = [...new Set(typed.flatMap((each) => (each.field === field ? namesInCell(each.text) : [])))];
    for (let at = 0; at < names.length; at += NAMES) {
      const body = { field: field.id, names: names.slice(at, at + NAMES) };
      const { items } = await ask('matchNames', { path: { id: type }, body });
      for (const match of items) found.set(keyOf(field, match.name), match);
    }
  }
  return (field, name) => found.get(keyOf(field, name)) ?? { name, near: [] };
}
