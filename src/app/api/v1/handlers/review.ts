import type { review as operations } from '../../../../contract/operations/review';
import {
  addNote,
  answerNote,
  colleagues,
  endGivenWork,
  giveWork,
  notes,
  settleNote,
  looked,
  today,
  waiting,
} from '../../../../services/review';
import type { HandlersOf } from './call';

export const reviewHandlers: HandlersOf<typeof operations> = {
  notes: ({ installation, path }) => notes(installation, path('id')),
  addNote: ({ installation, person, path, body }) => addNote(installation, person, path('id'), body),
  answerNote: ({ installation, person, path, body }) => answerNote(installation, person, path('id'), body),
  settleNote: ({ installation, person, path, body }) => settleNote(installation, person, path('id'), body),
  giveWork: ({ installation, person, path, body }) => giveWork(installation, person, path('id'), body),
  endGivenWork: ({ installation, path }) => endGivenWork(installation, path('id')),
  colleagues: ({ installation }) => colleagues(installation),
  waiting: ({ installation }) => waiting(installation),
  looked: ({ installation, person }) => looked(installation, person),
  today: ({ installation, person }) => today(installation, person),
};
