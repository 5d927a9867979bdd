import type { OperationName } from '../contract/routes';
import type { Question } from './ask';

/** What an answer is kept under in the browser; everything of one operation begins with its name. */
export const keptAs = <K extends OperationName>(name: K, question: Question<K> = {}): readonly unknown[] => [
  name,
  question.path ?? null,
  question.query ?? null,
  question.body ?? null,
];
