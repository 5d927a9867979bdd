import type { NamesMade, NamesMake, NamesMatch, NamesMatched } from '../../contract/entries';
import { categoryBounds } from '../../core/content/categories';
import { matchNames, type NameMatch, type NamedThing } from '../../core/formats/rows/match-names';
import type { Id } from '../../core/ids';
import type { Field } from '../../core/model/document';
import { fieldWithin, typeById, type TypeWithFields } from '../../core/model/type-with-field';
import { kindFor } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import { findEntriesOf } from '../../store/search';
import { expectMakes, keepCategories, freshCategory, takenIn } from '../categories/edit';
import { schemeOf } from '../categories/lookup';
import type { Person } from '../people/person';
import { reachOfScheme } from '../reach/scheme';
import { inAct } from '../records/act';
import { addRecords } from '../records/working';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound } from '../runtime/refusal';
import { bringingIn, keepBroughtIn } from './import';
import { contentTypeInForce } from './type-in-force';
import { parseValues, defaultValues } from '../../core/content/values';
import { generateNKeysBetween } from 'fractional-indexing';

/** How many entries of like names are looked at for one. */
const LOOKED_AT = 30;

function fieldOf(type: TypeWithFields, id: Id): Field {
  const field = fieldWithin(type, id);
  if (!field)
    throw invalidInput([
      { path: '/field', code: 'unknown', message: 'There is no such field in this type.' },
    ]);
  return field;
}

/** The types, by id, that an entry link leads to. */
const typesOf = ({ model }: Installation, leadsTo: readonly Id[]): Id[] =>
  leadsTo.length > 0 ? [...leadsTo] : model.contentTypes.map(({ id }) => id);

/** Entries that a name may mean: those with all its words, else those with a word that begins as one of them. */
async function entriesLike(
  reader: Reader,
  installation: Installation,
  types: readonly Id[],
  name: string,
): Promise<NamedThing[]> {
  const { keyMap, model } = installation;
  const numbers = types.map((type) => keyMap.of(type));
  const words = name.split(/[^\p{L}\p{N}]+/u).filter(Boolean);
  const longest = [...words].sort((a, b) => b.length - a.length).slice(0, 3);
  const found = new Map<Id, NamedThing>();
  for (const asked of [name, ...longest, ...longest.map((word) => word.slice(0, 3))]) {
    for (const { uuid, type, title } of await findEntriesOf(reader, numbers, asked, LOOKED_AT))
      found.set(uuid, { id: uuid, label: title, detail: model.contentType(type)?.definition.label ?? '' });
    // Other words are asked only where nothing is called so.
    if (asked === name && matchNames([name], [...found.values()])[0]?.is) break;
  }
  return [...found.values()];
}

async function matchEntries(
  installation: Installation,
  types: readonly Id[],
  names: readonly string[],
): Promise<NameMatch[]> {
  const matches: NameMatch[] = [];
  for (const name of names)
    matches.push(...matchNames([name], await entriesLike(installation.content, installation, types, name)));
  return matches;
}

/** What names mean in a field that takes categories or entries: what is there, what is nearly called so, or nothing. */
export async function namesMatched(
  installation: Installation,
  id: Id,
  { field: fieldId, names }: NamesMatch,
): Promise<NamesMatched> {
  const type = typeById(installation.model, id);
  if (!type) throw notFound('type in force');
  const { scheme, leadsTo } = kindFor(fieldOf(type, fieldId));
  if (scheme !== undefined) {
    const { categories } = installation;
    const things = categories.inOrder(scheme).map(({ category }): NamedThing => ({
      id: category.id,
      label: category.label,
      also: [category.key, ...Object.values(category.labels)],
      detail: categories
        .trail(category.id)
        .slice(0, -1)
        .map(({ label }) => label)
        .join(' › '),
    }));
    return { items: matchNames(names, things) };
  }
  if (leadsTo === undefined)
    throw invalidInput([{ path: '/field', code: 'kind', message: 'This field names nothing.' }]);
  return { items: await matchEntries(installation, typesOf(installation, leadsTo), names) };
}

/**
 * Makes what names mean that are not there yet: categories at the top of the field's scheme, or drafts of the one type that
 * it leads to. It begins a bringing in, which rows can go on with; all of it is taken back as one.
 */
export async function makeNames(
  installation: Installation,
  person: Person,
  id: Id,
  { field: fieldId, names, act: begunBy }: NamesMake,
): Promise<NamesMade> {
  const type = contentTypeInForce(installation, id);
  const { scheme, leadsTo } = kindFor(fieldOf(type, fieldId));
  const wanted = [...new Set(names.map((name) => name.trim()))].filter(Boolean);
  const answer = await inAct(installation, person, async (act) => {
    const begun = await bringingIn(act, begunBy);
    if (scheme !== undefined) {
      expectMakes(installation, person, scheme);
      const { id: schemeId } = schemeOf(installation, scheme);
      const there = installation.categories;
      if (there.inOrder(schemeId).length + wanted.length > categoryBounds.inScheme)
        throw invalidInput([
          {
            path: '/names',
            code: 'too-many',
            message: `A scheme holds at most ${categoryBounds.inScheme.toLocaleString('en')} categories.`,
          },
        ]);
      const taken = takenIn(there, schemeId);
      const last = there.below(schemeId, null).at(-1)?.position ?? null;
      const made = generateNKeysBetween(last, null, wanted.length).map((position, i) =>
        freshCategory(schemeId, (wanted[i] ?? '').slice(0, categoryBounds.label), null, position, taken),
      );
      await keepCategories(act, made);
      const kept = await keepBroughtIn(act, begun, 0);
      return {
        ids: made.map((category) => category.id),
        act: kept ?? null,
        reached: await reachOfScheme(act.tx, installation, scheme),
      };
    }
    const [only, another] = leadsTo ?? [];
    const target =
      only !== undefined && another === undefined ? installation.model.contentType(only) : undefined;
    const title = target?.fields.find((each) => each.id === target.definition.title);
    if (!target || !title)
      throw invalidInput([
        {
          path: '/field',
          code: 'kind',
          message: 'Nothing can be made of names here: the field leads to more than one type, or to none.',
        },
      ]);
    const made = await addRecords(
      act,
      wanted.map((name) => {
        const { values, faults } = parseValues(
          target.fields,
          { [title.key]: name },
          defaultValues(target.fields),
          '',
        );
        if (faults.length > 0)
          throw invalidInput(
            faults.map((fault) => ({ ...fault, path: '/names', message: `“${name}”: ${fault.message}` })),
          );
        return { sort: 'entry', type: target.id, body: JSON.stringify({ values }) };
      }),
    );
    const kept = await keepBroughtIn(act, begun, made.length);
    return { ids: made.map(({ uuid }) => uuid), act: kept ?? null, reached: [] };
  });
  installation.rendered.renew(answer.reached.map(({ uuid }) => uuid));
  return {
    items: wanted.map((name, i) => ({ name, id: answer.ids[i] ?? '' })),
    act: answer.act,
  };
}
