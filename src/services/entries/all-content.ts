import type { AllContentAnswer, AllContentQuery, AllContentRow } from '../../contract/all-content';
import type { Fault } from '../../core/faults';
import { everyEntry } from '../../core/mapping/rule/listing-rule';
import { mediaKey } from '../../core/model/media-type';
import { allRecordsTable, datesOf } from '../../store/all-records';
import { rowsWithCount, type TableQuestion, type TableRow } from '../../store/queries/table-query';
import { countStates } from '../../store/queries/state-counts';
import type { Person } from '../people/person';
import { today, type Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { cursorFrom, nextOf } from './cursor';
import { filtersAsked } from './filters';
import { rowMarks } from './row-marks';
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

/** What the type of a row is called. */
const typeInWords = ({ model }: Installation, { sort, type }: TableRow): string =>
  sort === 'medium'
    ? 'Medium'
    : ((sort === 'page' ? model.pageType(type ?? '') : model.contentType(type ?? ''))?.definition.label ??
      'Of a type that is gone');

const contextOf = (installation: Installation) => ({
  indexTable: allRecordsTable(installation.model.locale),
  keyMap: installation.keyMap,
  now: installation.now(),
  today: today(installation),
});

/** A page of the table of all content: entries of every type, pages and media. */
export async function allContent(
  installation: Installation,
  query: AllContentQuery,
  person: Pick<Person, 'id'>,
): Promise<AllContentAnswer> {
  const { content } = installation;
  const { sort = 'title', limit = 50, types } = query;
  const by = sort.replace('-', '');
  const after = cursorFrom(query.cursor);
  const question: TableQuestion = {
    where: everyEntry,
    limit,
    sort: {
      by: by === 'date' ? { column: 'date' } : by === 'changed' ? 'changed' : 'title',
      direction: sort.startsWith('-') ? 'down' : 'up',
    },
    ...filtersAsked(installation, query, person),
    ...(types ? { among: amongAsked(installation, types) } : {}),
    ...(after ? { after } : {}),
  };
  const { total, rows } = await rowsWithCount(content, contextOf(installation), question);
  const [marks, dates] = await Promise.all([
    rowMarks(installation, rows, question, query.looks === 'yes'),
    datesOf(
      content,
      rows.map(({ entry }) => entry),
    ),
  ]);
  return {
    total,
    items: rows.flatMap((row): AllContentRow[] => {
      const own = marks.get(row.entry);
      const date = dates.get(row.entry);
      // Listings do not lie among them.
      if (!own || row.sort === 'listing') return [];
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
        },
      ];
    }),
    ...nextOf(rows, limit),
  };
}

/** How many entries, pages and media together stand in each state. */
export const allCounts = (installation: Installation): Promise<Record<State, number>> =>
  countStates(installation.content, allRecordsTable(installation.model.locale), installation.now());
