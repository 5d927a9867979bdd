import type { Stage } from '../../core/content/states';
import { integer, key, textOf, orNull, table, text } from './table';

/** The working version of each record, with what is derived from it. */
export const working = table('working', {
  record: key(integer),
  revision: integer,
  stage: textOf<Stage>(),
  title: text,
  body: text,
  faults: integer,
  changedAt: integer,
  changedBy: orNull(integer),
  model: integer,
  /** Since when it has something to fix; null where it has nothing. */
  brokeAt: orNull(integer),
});
