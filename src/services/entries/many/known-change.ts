import type { ManyChange } from '../../../contract/many';
import { changesOf, type FieldChange } from '../../../core/content/change-field';
import { parseValues, referencesIn } from '../../../core/content/values';
import type { Fault } from '../../../core/faults';
import type { Span } from '../../../core/content/states';
import type { Json } from '../../../core/json';
import type { CompiledType } from '../../../core/model/compile';
import type { ContentType, Field } from '../../../core/model/document';
import { outsideOf } from '../../../core/limits';
import { may, mayPublish, whoMay } from '../../../core/roles';
import type { Reader } from '../../../store/database';
import { personByUuid } from '../../../store/people';
import type { Person } from '../../people/person';
import { expectThere } from '../../records/references';
import { spanOf } from '../../records/versions';
import type { Installation } from '../../runtime/installation';
import { forbidden, invalidInput } from '../../runtime/refusal';

/** What is done to many entries, read and found to be something that can be done. */
export type KnownChange =
  | { does: 'field'; field: Field; change: FieldChange }
  | { does: 'publish' | 'withdraw' | 'submit' | 'bin' | 'restore' }
  | { does: 'schedule'; span: Span }
  | { does: 'give'; to: number; day: string | null; words: string };

const refuse = (part: string, code: string, message: string) =>
  invalidInput([{ path: `/change/${part}`, code, message }]);

function fieldChange(
  field: Field,
  { does, value = null, values = [], find = '', put = '', days }: ManyChange,
): FieldChange {
  switch (does) {
    case 'set':
      if (value === null) throw refuse('value', 'required', 'Say what is set.');
      return { does, value };
    case 'clear':
      return { does };
    case 'add':
    case 'take':
      if (values.length === 0) throw refuse('values', 'required', 'Choose at least one.');
      return { does, values };
    case 'replace':
      if (find === '') throw refuse('find', 'required', 'Say which words are replaced.');
      return { does, find, put };
    default:
      if (!days) throw refuse('days', 'required', `Say by how many days ${field.label} is shifted.`);
      return { does: 'shift', days };
  }
}

/** Refuses values that are none of the field's kind, or name what is not there. */
async function expectValues(
  reader: Reader,
  installation: Installation,
  field: Field,
  spoken: Json,
  part: string,
): Promise<void> {
  const { values, faults } = parseValues([field], { [field.key]: spoken }, {}, '');
  const at = (fault: Fault): Fault => ({ ...fault, path: `/change/${part}` });
  if (faults.length > 0) throw invalidInput(faults.map(at));
  await expectThere(
    reader,
    installation,
    referencesIn([field], values).map((reference) => ({ ...reference, path: `/change/${part}` })),
    [],
  );
}

/** Why somebody may not do something to entries of a type; nothing where they may. */
export function whyNotOf(
  { role, limits }: Pick<Person, 'role' | 'limits'>,
  { id, definition }: CompiledType<ContentType>,
  does: ManyChange['does'],
): string | undefined {
  const publishes = does === 'publish' || does === 'schedule' || does === 'withdraw';
  if (publishes && !mayPublish(role, definition.review))
    return `Someone who reviews must do this with ${definition.plural}.`;
  if (!publishes && does !== 'give' && !may(role, 'write entries'))
    return `Only ${whoMay('write entries').join(' or ')} may do this.`;
  if (does !== 'give' && limits && outsideOf(limits, { sort: 'entry', type: id }))
    return `You may not change ${definition.plural}.`;
  return undefined;
}

/** Reads what is to be done to entries, of whichever types; nothing where it is done to a field. */
export async function wholeChange(
  reader: Reader,
  installation: Installation,
  given: ManyChange,
): Promise<KnownChange | undefined> {
  const { does } = given;
  if (does === 'schedule') {
    const { from, until } = given;
    if (from === undefined) throw refuse('from', 'required', 'Say from when they are seen.');
    return { does, span: spanOf({ from, ...(until === undefined ? {} : { until }) }, installation.now()) };
  }
  if (does === 'give') {
    const colleague = given.to === undefined ? undefined : await personByUuid(reader, given.to);
    if (!colleague) throw refuse('to', 'not-there', 'Choose somebody who works here.');
    return { does, to: colleague.id, day: given.day ?? null, words: (given.words ?? '').trim() };
  }
  if (does === 'publish' || does === 'withdraw' || does === 'submit' || does === 'bin' || does === 'restore')
    return { does };
  return undefined;
}

/** Reads what is to be done to entries of a type. Refused where it is nothing that can be done, or the person may not. */
export async function knownChange(
  reader: Reader,
  installation: Installation,
  person: Pick<Person, 'role' | 'limits'>,
  type: CompiledType<ContentType>,
  given: ManyChange,
): Promise<KnownChange> {
  const { does } = given;
  const why = whyNotOf(person, type, does);
  if (why !== undefined) throw forbidden(why);
  const whole = await wholeChange(reader, installation, given);
  if (whole) return whole;
  const field = type.fieldByKey(given.field ?? '');
  if (!field) throw refuse('field', 'unknown-field', `${type.definition.label} has no such field.`);
  if (!changesOf(field).some((each) => each === does))
    throw refuse('does', 'kind', `This cannot be done to ${field.label}.`);
  const change = fieldChange(field, given);
  if (change.does === 'set') await expectValues(reader, installation, field, change.value, 'value');
  if (change.does === 'add') await expectValues(reader, installation, field, [...change.values], 'values');
  return { does: 'field', field, change };
}

const things = (count: number): string =>
  count === 1 ? 'an entry' : `${count.toLocaleString('en')} entries`;

const fieldWords: Record<FieldChange['does'], (label: string) => string> = {
  set: (label) => `set ${label} in`,
  clear: (label) => `cleared ${label} in`,
  add: (label) => `added to ${label} in`,
  take: (label) => `took from ${label} in`,
  replace: (label) => `replaced words in ${label} of`,
  shift: (label) => `shifted ${label} of`,
};

/** What was done to so many, as the act is told. */
export function changeInWords(change: KnownChange, count: number): string {
  const all = things(count);
  switch (change.does) {
    case 'field':
      return `${fieldWords[change.change.does](change.field.label)} ${all}`;
    case 'publish':
      return `published ${all}`;
    case 'schedule':
      return `scheduled ${all}`;
    case 'withdraw':
      return `withdrew ${all}`;
    case 'submit':
      return `sent ${all} for review`;
    case 'bin':
      return `binned ${all}`;
    case 'restore':
      return `restored ${all} from the bin`;
    case 'give':
      return `gave ${all} to somebody`;
  }
}

/** Whether visitors may see something else after it. */
export const showsOnPages = ({ does }: KnownChange): boolean =>
  does === 'publish' || does === 'schedule' || does === 'withdraw' || does === 'bin';
