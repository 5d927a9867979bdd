import type { EntriesAnswer, EntriesQuery, EntryRow } from '../../contract/entries';
import type { LocalizedValues } from '../../core/content/localized-values';
import { sortAsked } from '../../core/content/table-look';
import { saidIn, type SaidIn } from '../../core/content/translation-sources';
import { referencesIn, serializeValues } from '../../core/content/values';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, Field } from '../../core/model/document';
import { MANY, rowsWithCount, type TableQuestion } from '../../store/queries/table-query';
import { entryBody } from '../records/bodies';
import type { Person } from '../people/person';
import { namesOf } from '../records/known';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { conditionAsked } from './condition-asked';
import { cursorFrom, nextOf } from './cursor';
import { filtersAsked } from './filters';
import { rowMarks } from './row-marks';
import { shownAsked } from './shown-asked';
import { sortBound, sortedBy, tooManyToSort } from './sorted-by';

/** What a table of a type asks, but for which of its pages. */
export async function tableQuestion(
  installation: Installation,
  type: CompiledType<ContentType>,
  query: EntriesQuery,
  person: Pick<Person, 'id'> | undefined,
): Promise<TableQuestion> {
  return {
    ...questionFrom(installation, type, query),
    ...filtersAsked(installation, query, person),
    ...(query.shown ? { shown: await shownAsked(installation, type, query.shown) } : {}),
  };
}

function questionFrom(
  installation: Installation,
  type: CompiledType<ContentType>,
  query: EntriesQuery,
): TableQuestion {
  const { sort = 'title', limit = 50 } = query;
  const { by: key, direction } = sortAsked(sort);
  const isOfAll = key === 'title' || key === 'changed';
  const field = isOfAll ? undefined : type.fieldByKey(key);
  const by = isOfAll ? key : sortedBy(installation, indexTableIn(installation, type), field, direction);
  if (by === undefined)
    throw invalidInput([
      { path: '/sort', code: 'sort', message: `${type.definition.plural} cannot be sorted by "${key}".` },
    ]);
  const after = cursorFrom(query.cursor);
  return {
    where: conditionAsked(installation.model, type, query.where),
    limit,
    ...(after ? { after } : {}),
    sort: { by, direction, ...sortBound([field]) },
  };
}

/** The fields whose values are asked for, by their keys. */
function columnsAsked(type: CompiledType<ContentType>, keys: string | undefined): readonly Field[] {
  if (keys === undefined) return type.fields;
  return keys
    .split(',')
    .filter(Boolean)
    .map((key) => {
      const field = type.fieldByKey(key);
      if (field) return field;
      const message = `${type.definition.label} has no field "${key}".`;
      throw invalidInput([{ path: '/columns', code: 'unknown-field', message }]);
    });
}

/** How far a row is said in each other language. */
function languagesOfRow(
  { model }: Installation,
  { fields }: CompiledType<ContentType>,
  said: LocalizedValues | undefined,
): Pick<EntryRow, 'languages'> {
  const { others } = model.document.locales;
  if (!said || others.length === 0 || !fields.some(({ localised }) => localised)) return {};
  return {
    languages: Object.fromEntries(
      others.map((locale): [string, SaidIn] => [locale, saidIn(fields, said, locale)]),
    ),
  };
}

/** A page of the table of a type's entries. */
export async function entries(
  installation: Installation,
  query: EntriesQuery,
  /** Who asks, where it matters whose they are. */
  person?: Pick<Person, 'id'>,
): Promise<EntriesAnswer> {
  const type = installation.model.contentTypeByKey(query.type);
  if (!type)
    throw invalidInput([
      { path: '/type', code: 'unknown-type', message: `There is no content type "${query.type}".` },
    ]);
  const question = await tableQuestion(installation, type, query, person);
  const { content, keyMap } = installation;
  const asked = {
    indexTable: indexTableIn(installation, type),
    keyMap,
    now: installation.now(),
    today: today(installation),
  };
  const wanted = columnsAsked(type, query.columns);
  const found = await rowsWithCount(content, asked, question, query.counted === 'some' ? MANY : undefined);
  if (!found) throw tooManyToSort();
  const { total, isAll, rows } = found;
  const values = new Map(rows.map((row) => [row.entry, entryBody(row.body)]));
  const references = [...values.values()].flatMap((each) => referencesIn(wanted, each.values));
  const [marks, names] = await Promise.all([
    rowMarks(installation, rows, question, query.looks === 'yes'),
    namesOf(content, installation, references),
  ]);
  return {
    total,
    ...(isAll ? {} : { atLeast: true }),
    names,
    items: rows.flatMap((row) => {
      const own = marks.get(row.entry);
      if (!own) return [];
      return [
        {
          id: row.uuid,
          revision: row.revision,
          title: row.title,
          faults: row.faults,
          values: serializeValues(wanted, values.get(row.entry)?.values ?? {}, installation.model.locale),
          changedAt: new Date(row.changedAt).toISOString(),
          ...languagesOfRow(installation, type, values.get(row.entry)),
          ...own,
        },
      ];
    }),
    ...nextOf(rows, question.limit),
  };
}
