import { allSorts, sortAsked } from '../../../../../core/content/table-look';
import { askedTogether, sortsByShared } from '../../../../../core/mapping/rule/shared-fields';
import { possibleSources, sourceKey, type SourceType } from '../../../../../core/mapping/rule/sources';
import type { ManyFound } from '../../../../../contract/many';
import type { AllFilters } from '../../../../../contract/table-filters';
import type { Json } from '../../../../../core/json';
import { parseCondition } from '../../../../../core/mapping/rule/parse/condition';
import type { CompiledModel, CompiledType, Fielded } from '../../../../../core/model/compile';
import type { ContentType } from '../../../../../core/model/document';
import type { Question } from '../../../../../ui/ask';
import { filtersAsked, shownAsked } from './filters';

export const rowCounts = [25, 50, 100, 200, 500] as const;
const rowsAsked = (asked: Pick<URLSearchParams, 'get'>): number =>
  rowCounts.find((n) => String(n) === asked.get('rows')) ?? 50;

export type TableQuestion = Required<Pick<NonNullable<Question<'entries'>['query']>, 'sort' | 'limit'>> &
  NonNullable<Question<'entries'>['query']>;

/** The conditions that stand in an address, whole or not. */
export function conditionsAsked(asked: Pick<URLSearchParams, 'get'>): Json[] {
  try {
    const read: unknown = JSON.parse(asked.get('where') ?? '[]');
    return Array.isArray(read) ? (read as Json[]) : [];
  } catch {
    // An address that somebody typed may say anything; what is no list asks nothing.
    return [];
  }
}

/** The one condition that those of them that are whole come to, as it is asked; nothing where none is. */
function whereAsked(model: CompiledModel, type: Fielded, conditions: readonly Json[]): string | undefined {
  const all = conditions.filter((each) => parseCondition(model, type, each, '').faults.length === 0);
  return all.length > 0 ? JSON.stringify({ all }) : undefined;
}

/** What a type's table asks, from what stands in its address and the words typed over it. */
export function tableQuestion(
  model: CompiledModel,
  type: CompiledType<ContentType>,
  columns: readonly string[],
  asked: Pick<URLSearchParams, 'get'>,
  words = asked.get('q') ?? '',
): TableQuestion {
  const shown = shownAsked(asked);
  const where = whereAsked(model, type, conditionsAsked(asked));
  return {
    type: type.definition.key,
    columns: columns.join(','),
    sort: asked.get('sort') ?? 'title',
    limit: rowsAsked(asked),
    counted: 'some',
    ...filtersAsked(asked, words),
    ...(shown ? { shown } : {}),
    ...(asked.get('roomy') === 'yes' ? { looks: 'yes' as const } : {}),
    ...(where === undefined ? {} : { where }),
  };
}

/** What is asked for where the rows of a page are shown. */
export const shownOnQuestion = (type: string, rows: readonly { id: string }[]): Question<'shownOn'> => ({
  query: { type, ids: rows.map(({ id }) => id).join(',') },
});

/** What narrows a table, without its order, its columns and its pages. */
export const foundBy = ({
  type: _type,
  columns: _columns,
  sort: _sort,
  limit: _limit,
  counted: _counted,
  looks: _looks,
  ...found
}: TableQuestion): ManyFound => found;

/** By what all content is sorted where nothing is said: what changed last comes first. */
const ALL_SORTED = '-changed';

export type AllQuestion = Required<Pick<NonNullable<Question<'allContent'>['query']>, 'sort' | 'limit'>> &
  NonNullable<Question<'allContent'>['query']>;

/** The types that are together in the table of all content, as its address names them; all, where it names none. */
export function typesTogether(
  model: CompiledModel,
  asked: Pick<URLSearchParams, 'get'>,
): { types: readonly SourceType[]; named: boolean } {
  const all = possibleSources(model);
  const given = (asked.get('types') ?? '').split(',');
  const chosen = all.filter((type) => given.includes(sourceKey(type)));
  return chosen.length > 0 ? { types: chosen, named: true } : { types: all, named: false };
}

/** Whether the table of some types can be sorted by a column. */
export const sortsAll = (types: readonly SourceType[], column: string): boolean =>
  allSorts.some((each) => each === column) || sortsByShared(types, column);

/** What the table of all content asks, from what stands in its address and the words typed over it. */
export const allQuestion = (
  model: CompiledModel,
  asked: Pick<URLSearchParams, 'get'>,
  columns: readonly string[],
  words = asked.get('q') ?? '',
): AllQuestion => {
  const types = asked.get('types');
  const sort = asked.get('sort');
  const together = typesTogether(model, asked).types;
  const conditions = conditionsAsked(asked);
  const where =
    conditions.length > 0 ? whereAsked(model, askedTogether(model, together, true), conditions) : undefined;
  const shown = shownAsked(asked);
  return {
    sort: sort !== null && sortsAll(together, sortAsked(sort).by) ? sort : ALL_SORTED,
    limit: rowsAsked(asked),
    counted: 'some',
    columns: columns.join(','),
    ...filtersAsked(asked, words),
    ...(types ? { types } : {}),
    ...(shown ? { shown } : {}),
    ...(where === undefined ? {} : { where }),
    ...(asked.get('roomy') === 'yes' ? { looks: 'yes' as const } : {}),
  };
};

/** What narrows the table of all content, without its order, its columns and its pages. */
export const foundInAll = ({
  columns: _columns,
  sort: _sort,
  limit: _limit,
  counted: _counted,
  looks: _looks,
  ...found
}: AllQuestion): AllFilters => found;
