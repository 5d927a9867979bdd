import type { AllContentAnswer, AllContentQuery, AllContentRow } from '../../contract/all-content';
import type { AllFilters } from '../../contract/table-filters';
import { namedOnly } from '../../core/content/known';
import { isAllMark, MOST_COLUMNS, sortAsked } from '../../core/content/table-look';
import { referencesIn } from '../../core/content/values';
import type { Fault } from '../../core/faults';
import {
  askedTogether,
  fieldShared,
  sharedValue,
  sortsByShared,
} from '../../core/mapping/rule/shared-fields';
import {
  conditionIn,
  isMediaSource,
  possibleSources,
  sourceKey,
  type SourceType,
} from '../../core/mapping/rule/sources';
import { shorten } from '../../core/mapping/shorten';
import { kindFor } from '../../core/model/kinds';
import { couldHold } from '../../core/mapping/rule/could-hold';
import { everyEntry } from '../../core/mapping/rule/listing-rule';
import { mediaKey } from '../../core/model/media-type';
import { allRecordsTable, datesOf } from '../../store/all-records';
import { MANY, rowsWithCount, type TableQuestion, type TableRow } from '../../store/queries/table-query';
import { countStates } from '../../store/queries/state-counts';
import type { Person } from '../people/person';
import { entryBody } from '../records/bodies';
import { namesOf } from '../records/known';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { conditionAsked } from './condition-asked';
import { cursorFrom, nextOf } from './cursor';
import { filtersAsked } from './filters';
import { rowMarks } from './row-marks';
import { shownAsked } from './shown-asked';
import { sortBound, sortedBy, tooManyToSort } from './sorted-by';
import type { State } from '../../core/content/states';

const PAGE = 'page:';

/** The types that are named, as the table is asked for them. */
function amongAsked({ model, keyMap }: Installation, types: string): NonNullable<TableQuestion['among']> {
  const named = types.split(',').filter(Boolean);
  const unknown = (key: string): Fault => ({
    path: '/types',
    code: 'unknown-type',
    message: `There is no type "${key}".`,
  });
  const read = named
    .filter((key) => key !== mediaKey)
    .map((key) => {
      const type = key.startsWith(PAGE)
        ? model.pageTypes.find(({ definition }) => definition.key === key.slice(PAGE.length))
        : model.contentTypeByKey(key);
      return { key, n: type && keyMap.find(type.id) };
    });
  const faults = read.filter(({ n }) => n === undefined).map(({ key }) => unknown(key));
  if (faults.length > 0) throw invalidInput(faults);
  return { types: read.flatMap(({ n }) => n ?? []), media: named.includes(mediaKey) };
}

/** By which number a type stands in the table of all content; media have none there. */
const typeNumber = ({ keyMap }: Installation, type: SourceType): number | null =>
  isMediaSource(type) ? null : keyMap.of(type.id);

/** The types that are together where some are named, or everything is. */
function typesTogether({ model }: Installation, types = ''): SourceType[] {
  const named = types.split(',').filter(Boolean);
  return possibleSources(model).filter((type) => named.length === 0 || named.includes(sourceKey(type)));
}

const typeOf = ({ model }: Installation, { sort, type }: TableRow): SourceType | undefined =>
  sort === 'medium' ? model.media : (model.contentType(type ?? '') ?? model.pageType(type ?? ''));

/** How long (in letters) a cell tells what stands in it. */
const CELL = 120;

/** What rows say in some columns, in words, by the integer key of the row and the column. */
async function cellsOf(
  installation: Installation,
  rows: readonly TableRow[],
  asked: string | undefined,
): Promise<Map<number, Record<string, string>>> {
  const columns = (asked ?? '').split(',').filter((column) => column !== '' && !isAllMark(column));
  if (columns.length > MOST_COLUMNS)
    throw invalidInput([
      { path: '/columns', code: 'bound', message: `A table shows at most ${MOST_COLUMNS} fields.` },
    ]);
  const said = rows.map((row) => {
    const type = typeOf(installation, row);
    const { values } = entryBody(row.body);
    return columns.flatMap((column) => {
      const found = type && sharedValue(type, column, values);
      return found ? [{ row: row.entry, column, ...found }] : [];
    });
  });
  const all = said.flat();
  const names = await namesOf(
    installation.content,
    installation,
    all.flatMap(({ field, value }) => referencesIn([field], { [field.id]: value })),
  );
  const speaking = { locale: installation.model.locale, known: namedOnly(names) };
  const cells = new Map<number, Record<string, string>>();
  for (const { row, column, field, value } of all) {
    const words = shorten(kindFor(field).inWords(value, speaking), CELL);
    if (words) cells.set(row, { ...cells.get(row), [column]: words });
  }
  return cells;
}

/** What the type of a row is called. */
const typeInWords = ({ model }: Installation, { sort, type }: TableRow): string =>
  sort === 'medium'
    ? 'Medium'
    : ((sort === 'page' ? model.pageType(type ?? '') : model.contentType(type ?? ''))?.definition.label ??
      'Of a type that is gone');

export const allContext = (installation: Installation) => ({
  indexTable: allRecordsTable(installation.model.locale),
  keyMap: installation.keyMap,
  now: installation.now(),
  today: today(installation),
});

/** What filters ask of the table of all content. */
export async function allQuestion(
  installation: Installation,
  filters: AllFilters,
  person: Pick<Person, 'id'>,
): Promise<TableQuestion> {
  const { types } = filters;
  return {
    where: everyEntry,
    limit: 1,
    sort: { by: 'title', direction: 'up' },
    ...filtersAsked(installation, filters, person),
    ...(types ? { among: amongAsked(installation, types) } : {}),
    ...(filters.where === undefined && filters.shown === undefined
      ? {}
      : { each: await eachAsked(installation, filters) }),
  };
}

/** What is asked of each of the types that are together: a condition as it understands it, and whether it is seen. */
async function eachAsked(
  installation: Installation,
  { types, where, shown }: AllFilters,
): Promise<NonNullable<TableQuestion['each']>> {
  const together = typesTogether(installation, types);
  const condition = conditionAsked(
    installation.model,
    askedTogether(installation.model, together, true),
    where,
  );
  const asked = together
    .map((type) => ({ type, own: conditionIn(condition, type) }))
    .filter(({ type, own }) => couldHold(own, type));
  return Promise.all(
    asked.map(async ({ type, own }) => ({
      type: typeNumber(installation, type),
      indexTable: indexTableIn(installation, type),
      where: own,
      ...(shown ? { shown: await shownAsked(installation, type, shown) } : {}),
    })),
  );
}

/** What rows are sorted by: what all have, or what each of the types that are asked for has in a column of its own. */
function sortOf(installation: Installation, asked: string, types: string | undefined): TableQuestion['sort'] {
  const { by, direction } = sortAsked(asked);
  if (by === 'title' || by === 'changed') return { by, direction };
  if (by === 'date') return { by: { column: by }, direction };
  const among = typesTogether(installation, types);
  if (!sortsByShared(among, by))
    throw invalidInput([
      { path: '/sort', code: 'sort', message: `These types cannot be sorted together by "${by}".` },
    ]);
  const columns = among.flatMap((type) => {
    const table = indexTableIn(installation, type);
    const own = sortedBy(installation, table, fieldShared(type, by), direction);
    return own === undefined ? [] : [{ type: typeNumber(installation, type), table: table.work, by: own }];
  });
  return { by: { columns }, direction, ...sortBound(among.map((type) => fieldShared(type, by))) };
}

/** A page of the table of all content: entries of every type, pages and media. */
export async function allContent(
  installation: Installation,
  query: AllContentQuery,
  person: Pick<Person, 'id'>,
): Promise<AllContentAnswer> {
  const { content } = installation;
  const { sort = 'title', limit = 50 } = query;
  const after = cursorFrom(query.cursor);
  const question: TableQuestion = {
    ...(await allQuestion(installation, query, person)),
    limit,
    sort: sortOf(installation, sort, query.types),
    ...(after ? { after } : {}),
  };
  const found = await rowsWithCount(
    content,
    allContext(installation),
    question,
    query.counted === 'some' ? MANY : undefined,
  );
  if (!found) throw tooManyToSort();
  const { total, isAll, rows } = found;
  const [marks, cells, dates] = await Promise.all([
    rowMarks(installation, rows, question, query.looks === 'yes'),
    cellsOf(installation, rows, query.columns),
    datesOf(
      content,
      rows.map(({ entry }) => entry),
    ),
  ]);
  return {
    total,
    ...(isAll ? {} : { atLeast: true }),
    items: rows.flatMap((row): AllContentRow[] => {
      const own = marks.get(row.entry);
      const date = dates.get(row.entry);
      // Listings and shared blocks do not lie among them.
      if (!own || row.sort === 'listing' || row.sort === 'shared') return [];
      return [
        {
          id: row.uuid,
          sort: row.sort,
          type: typeInWords(installation, row),
          revision: row.revision,
          title: row.title,
          faults: row.faults,
          changedAt: new Date(row.changedAt).toISOString(),
          changedBy: row.changedBy ?? '',
          ...own,
          ...(date === undefined ? {} : { date }),
          ...(cells.has(row.entry) ? { cells: cells.get(row.entry) ?? {} } : {}),
        },
      ];
    }),
    ...nextOf(rows, limit),
  };
}

/** How many entries, pages and media together stand in each state. */
export const allCounts = (installation: Installation): Promise<Record<State, number>> =>
  countStates(installation.content, allRecordsTable(installation.model.locale), installation.now());
