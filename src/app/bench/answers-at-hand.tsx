import { dehydrate, HydrationBoundary, QueryClient } from '@tanstack/react-query';
import type { ReactElement, ReactNode } from 'react';
import type { OperationName } from '../../contract/routes';
import { Refusal } from '../../services/runtime';
import type { AnswerOf, Question } from '../../ui/ask';
import { keptAs } from '../../ui/kept-as';

export interface AtHand {
  name: OperationName;
  question: Question<OperationName>;
  answer: Promise<unknown>;
}

/** An answer to an operation that a view is going to ask for, as the same service gives it. */
export const atHand = <K extends OperationName>(
  name: K,
  question: Question<K>,
  answer: Promise<AnswerOf<K>>,
): AtHand => {
  // What is refused before it is looked at below is told there.
  answer.catch(() => undefined);
  return { name, question, answer };
};

/**
 * Sends what the first view asks for together with the page: it stands there at once, and no word has to stand in for it.
 * What is refused is left for the view to ask, which tells why.
 */
export async function AnswersAtHand({
  answers,
  children,
}: {
  answers: readonly AtHand[];
  children: ReactNode;
}): Promise<ReactElement> {
  const client = new QueryClient();
  for (const { name, question, answer } of answers)
    try {
      client.setQueryData(keptAs(name, question), await answer);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
    }
  return <HydrationBoundary state={dehydrate(client)}>{children}</HydrationBoundary>;
}
