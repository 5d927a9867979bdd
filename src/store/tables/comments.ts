import type { CommentState } from '../../core/site/comments';
import { counted, integer, orNull, table, text, textOf } from './table';

/** What visitors say on pages and entries, and what was answered. */
export const comments = table('comments', {
  id: counted,
  uuid: text,
  record: integer,
  /** The comment that it answers; answers have none themselves. */
  answers: orNull(integer),
  name: text,
  words: text,
  /** What a visitor wrote, where somebody here changed it. */
  firstWords: orNull(text),
  language: text,
  state: textOf<CommentState>(),
  at: integer,
  /** Who of those who work here wrote it. */
  person: orNull(integer),
  /** The account of the visitor who wrote it, by its id, where it was written with one. */
  visitor: orNull(text),
  revision: integer,
});
