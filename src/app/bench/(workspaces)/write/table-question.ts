import { tableOnly } from '../../../../core/content/table-look';
import type { ManyFound } from '../../../../contract/many';
import type { OwnTable } from '../../../../contract/own-table';
import { shownAnswers, states, type State } from '../../../../core/content/states';
import type { Json } from '../../../../core/json';
import { parseCondition } from '../../../../core/mapping/rule/parse';
import type { CompiledModel, CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import type { Question } from '../../../../ui/ask';

export const rowCounts = [25, 50, 100, 200, 500] as const;

export const isState = (text: string | null): text is State => states.some((state) => state === text);

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
function whereAsked(
  model: CompiledModel,
  type: CompiledType<ContentType>,
  conditions: readonly Json[],
): string | undefined {
  const all = conditions.filter((each) => parseCondition(model, type, each, '').faults.length === 0);
  return all.length > 0 ? JSON.stringify({ all }) : undefined;
}

/** What a type's table asks, from what stands in its address and the words typed over it. */
export function tableQuestion(
  model: CompiledModel,
  type: CompiledType<ContentType>,
  { columns }: OwnTable,
  asked: Pick<URLSearchParams, 'get'>,
  words = asked.get('q') ?? '',
): TableQuestion {
  const state = asked.get('state');
  const shown = shownAnswers.find((each) => each === asked.get('shown'));
  const only = tableOnly.find((each) => each === asked.get('only'));
  const q = words.trim();
  const where = whereAsked(model, type, conditionsAsked(asked));
  return {
    type: type.definition.key,
    columns: columns.join(','),
    sort: asked.get('sort') ?? 'title',
    limit: rowCounts.find((n) => String(n) === asked.get('rows')) ?? 50,
    ...(isState(state) ? { state } : {}),
    ...(shown ? { shown } : {}),
    ...(only ? { only } : {}),
    ...(q ? { q } : {}),
    ...(where === undefined ? {} : { where }),
  };
}

/** What narrows a table, without its order and its pages. */
export const foundBy = ({ state, shown, q, where, only }: TableQuestion): ManyFound => ({
  ...(only ? { only } : {}),
  ...(where === undefined ? {} : { where }),
  ...(state ? { state } : {}),
  ...(shown ? { shown } : {}),
  ...(q ? { q } : {}),
});
