import type { HereNow, OthersHere } from '../../contract/presence';
import type { Id } from '../../core/ids';
import type { Installation } from '../runtime/installation';
import type { Person } from './person';

/** How long (ms) somebody who says nothing more still counts as there. */
const STAYS = 25_000;
/** The most records of which it is known who has them open; those longest unspoken of are forgotten first. */
const MOST = 5_000;

interface Here {
  name: string;
  at: string | null;
  seen: number;
}

/** By record and person. Nothing of it is kept: after a start it is known again within seconds. */
const open = new WeakMap<object, Map<Id, Map<number, Here>>>();

/** Notes that a person has a record open, and answers who else has. */
export function hereNow(installation: Installation, person: Person, { record, at }: HereNow): OthersHere {
  const records = open.get(installation.content) ?? new Map<Id, Map<number, Here>>();
  open.set(installation.content, records);
  const now = installation.now();
  const people = records.get(record) ?? new Map<number, Here>();
  for (const [id, { seen }] of people) if (seen + STAYS < now) people.delete(id);
  people.set(person.id, { name: person.name, at: at ?? null, seen: now });
  // Put last again, so that the first is the one longest unspoken of.
  records.delete(record);
  records.set(record, people);
  const [oldest] = records.keys();
  if (records.size > MOST && oldest !== undefined) records.delete(oldest);
  return {
    items: [...people].flatMap(([id, { name, at: where }]) =>
      id === person.id ? [] : [{ name, at: where }],
    ),
  };
}
