'use client';
import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { OperationName } from '../contract/routes';
import type { Problem } from './ask';
import { ask, type AnswerOf, type Question } from './ask';
import { keptAs } from './kept-as';

/**
 * Asks and keeps the answer. While a new question about the same thing is on its way, the last answer stays on
 * the screen; what was answered about another thing does not.
 */
export function useAsk<K extends OperationName>(
  name: K,
  question: Question<K> = {},
  options: { initial?: AnswerOf<K> | undefined; enabled?: boolean } = {},
): UseQueryResult<AnswerOf<K>, Problem> {
  return useQuery<AnswerOf<K>, Problem>({
    queryKey: keptAs(name, question),
    queryFn: ({ signal }) => ask(name, { ...question, signal }),
    placeholderData: (last, of) =>
      JSON.stringify(of?.queryKey[1] ?? null) === JSON.stringify(question.path ?? null) ? last : undefined,
    ...(options.initial === undefined ? {} : { initialData: options.initial as never }),
    enabled: options.enabled ?? true,
  });
}
