import type { ManyFound } from '../../../../contract/many';
import { shownAnswers, states, type State } from '../../../../core/content/states';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import type { Question } from '../../../../ui/ask';

export const rowCounts = [25, 50, 100] as const;

export const isState = (text: string | null): text is State => states.some((state) => state === text);

/** The keys of the fields that a type's table shows, as they are asked for. */
const columnKeys = (type: CompiledType<ContentType>): string =>
  type.definition.columns.flatMap((id) => type.field(id)?.key ?? []).join(',');

export type TableQuestion = Required<Pick<NonNullable<Question<'entries'>['query']>, 'sort' | 'limit'>> &
  NonNullable<Question<'entries'>['query']>;

/** What a type's table asks, from what stands in its address and the words typed over it. */
export function tableQuestion(
  type: CompiledType<ContentType>,
  asked: Pick<URLSearchParams, 'get'>,
  words = asked.get('q') ?? '',
): TableQuestion {
  const state = asked.get('state');
  const shown = shownAnswers.find((each) => each === asked.get('shown'));
  const q = words.trim();
  return {
    type: type.definition.key,
    columns: columnKeys(type),
    sort: asked.get('sort') ?? 'title',
    limit: rowCounts.find((n) => String(n) === asked.get('rows')) ?? 50,
    ...(isState(state) ? { state } : {}),
    ...(shown ? { shown } : {}),
    ...(q ? { q } : {}),
  };
}

/** What narrows a table, without its order and its pages. */
export const foundBy = ({ state, shown, q }: TableQuestion): ManyFound => ({
  ...(state ? { state } : {}),
  ...(shown ? { shown } : {}),
  ...(q ? { q } : {}),
});
