import {
  Colleagues,
  GivenAnswer,
  GiveWork,
  NewAnswer,
  NewNote,
  NotesAnswer,
  NoteSettled,
  TodayAnswer,
  WaitingAnswer,
} from '../review';
import { define } from './operation';

/** Notes at records, work that is given, and what each person is to see to. */
export const review = {
  notes: define('notes', {
    summary: 'Notes at a record, and to whom it is given',
    act: 'read',
    answer: NotesAnswer,
  }),
  addNote: define('addNote', {
    summary: 'Write a note at a record, a place in it or some words',
    act: 'write notes',
    body: NewNote,
    answer: NotesAnswer,
    status: 201,
  }),
  answerNote: define('answerNote', {
    summary: 'Answer a note',
    act: 'write notes',
    body: NewAnswer,
    answer: NotesAnswer,
    status: 201,
  }),
  settleNote: define('settleNote', {
    summary: 'Say that a note is settled, or open again',
    act: 'write notes',
    body: NoteSettled,
    answer: NotesAnswer,
  }),
  giveWork: define('giveWork', {
    summary: 'Give a record to somebody to see to, by a day',
    act: 'write notes',
    body: GiveWork,
    answer: GivenAnswer,
  }),
  endGivenWork: define('endGivenWork', {
    summary: 'Say that what was given is done, or take it back',
    act: 'write notes',
    status: 204,
  }),
  colleagues: define('colleagues', {
    summary: 'Who works here, to give work to',
    act: 'read',
    answer: Colleagues,
  }),
  waiting: define('waiting', {
    summary: 'What waits for review, what waits longest first',
    act: 'read',
    answer: WaitingAnswer,
  }),
  looked: define('looked', {
    summary: 'Say that you looked at what is yours to see to',
    act: 'read',
    status: 204,
  }),
  today: define('today', {
    summary: 'What the one who asks is to see to',
    act: 'read',
    answer: TodayAnswer,
  }),
};
