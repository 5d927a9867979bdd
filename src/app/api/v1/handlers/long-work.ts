import type { longWork as operations } from '../../../../contract/operations/long-work';
import { longWork, stopLongWork, tryLongWorkAgain } from '../../../../services/long-work';
import type { HandlersOf } from './call';

export const longWorkHandlers: HandlersOf<typeof operations> = {
  longWork: ({ installation, person, query }) => longWork(installation, person, query),
  stopLongWork: ({ installation, person, path }) => stopLongWork(installation, person, path('id')),
  tryLongWorkAgain: ({ installation, person, path }) => tryLongWorkAgain(installation, person, path('id')),
};
