import { LongWorkAnswer, LongWorkQuery, WorkAnswer } from '../long-work';
import { define } from './operation';

/** Work that takes longer than a request, or is due at a time. */
export const longWork = {
  longWork: define('longWork', {
    summary: 'Long work, the newest first: all of it for an architect, for others their own',
    act: 'read',
    query: LongWorkQuery,
    answer: LongWorkAnswer,
  }),
  stopLongWork: define('stopLongWork', {
    summary: 'Stop long work after the step under way; what it did stays',
    act: 'read',
    answer: WorkAnswer,
  }),
  tryLongWorkAgain: define('tryLongWorkAgain', {
    summary: 'Let long work that failed for good go on where it was',
    act: 'read',
    answer: WorkAnswer,
  }),
};
