import type { Stage } from '../../core/content/states';
import { integer, key, orNull, table, text, textOf } from './table';
import type { RecordSort } from './records';

/** Derived: what entries, pages and media all have, to be looked through together. */
export const allRecords = table('all_records', {
  entry: key(integer),
  sort: textOf<RecordSort>(),
  type: orNull(integer),
  title: text,
  titleSort: text,
  changed: integer,
  stage: textOf<Stage>(),
  binned: integer,
  /** The two stretches of time that tell its state, as in index tables. */
  liveFrom: orNull(integer),
  liveUntil: orNull(integer),
  nextFrom: orNull(integer),
  nextUntil: orNull(integer),
  /** The day or moment its type says it is of (ISO 8601). */
  date: orNull(text),
});
