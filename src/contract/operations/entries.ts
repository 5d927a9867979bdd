import {
  EntriesAnswer,
  EntriesImport,
  EntriesImported,
  EntriesQuery,
  EntryAnswer,
  EntryPatch,
  FindEntriesQuery,
  FoundEntries,
  KnownAnswer,
  KnownQuery,
  NewEntry,
  Publication,
  ReachAnswer,
  RevisionsAnswer,
  ShownOnAnswer,
  ShownOnQuery,
} from '../entries';
import { inputBounds } from '../parse-input';
import { define } from './operation';

/** Entries: the table, one of them, publishing, bringing in. */
export const entries = {
  entries: define('entries', {
    summary: 'Entries of a type, filtered and in order',
    act: 'read',
    query: EntriesQuery,
    answer: EntriesAnswer,
  }),
  shownOn: define('shownOn', {
    summary: 'Where visitors see entries',
    act: 'read',
    query: ShownOnQuery,
    answer: ShownOnAnswer,
  }),
  findEntries: define('findEntries', {
    summary: 'Entries by the words in their titles, to link to',
    act: 'read',
    query: FindEntriesQuery,
    answer: FoundEntries,
  }),
  known: define('known', {
    summary: 'What is kept of things that values refer to, by their ids',
    act: 'read',
    query: KnownQuery,
    answer: KnownAnswer,
  }),
  addEntry: define('addEntry', {
    summary: 'Make an entry',
    act: 'write entries',
    body: NewEntry,
    answer: EntryAnswer,
    status: 201,
  }),
  importEntries: define('importEntries', {
    mostBytes: inputBounds.large,
    summary: 'Make drafts from rows that come from outside',
    act: 'write entries',
    body: EntriesImport,
    answer: EntriesImported,
    status: 201,
  }),
  entry: define('entry', { summary: 'One entry', act: 'read', answer: EntryAnswer }),
  changeEntry: define('changeEntry', {
    summary: 'Change the working version of an entry',
    act: 'write entries',
    body: EntryPatch,
    answer: EntryAnswer,
    guarded: true,
  }),
  binEntry: define('binEntry', {
    summary: 'Put an entry in the bin; visitors no longer see it',
    act: 'write entries',
    answer: EntryAnswer,
    guarded: true,
  }),
  restoreEntry: define('restoreEntry', {
    summary: 'Take an entry out of the bin, as a draft',
    act: 'write entries',
    answer: EntryAnswer,
    guarded: true,
  }),
  publishEntry: define('publishEntry', {
    summary: 'Let visitors see the working version',
    act: 'publish',
    body: Publication,
    answer: EntryAnswer,
    guarded: true,
  }),
  withdrawEntry: define('withdrawEntry', {
    summary: 'Stop showing an entry to visitors',
    act: 'publish',
    answer: EntryAnswer,
    guarded: true,
  }),
  submitEntry: define('submitEntry', {
    summary: 'Send the working version for review',
    act: 'write entries',
    answer: EntryAnswer,
    guarded: true,
  }),
  returnEntry: define('returnEntry', {
    summary: 'Give the working version back to its writers',
    act: 'review',
    answer: EntryAnswer,
    guarded: true,
  }),
  entryRevisions: define('entryRevisions', {
    summary: 'Earlier versions of an entry, newest first',
    act: 'read',
    answer: RevisionsAnswer,
  }),
  entryReach: define('entryReach', {
    summary: 'Where an entry shows, and which pages would differ',
    act: 'read',
    answer: ReachAnswer,
  }),
};
