import type { Id } from '../../core/ids';
import { counted, integer, orNull, table, text, type Column } from './table';

const id: Column<Id> = text;

/** What new pages and blocks begin with. */
export const starters = table('starters', {
  id: counted,
  uuid: id,
  /** By it a model document names it; it never changes. */
  key: text,
  name: text,
  about: text,
  /** The page type (by id) that a whole page of it is; the shape of shared blocks where it is blocks alone. */
  type: id,
  /** What it holds, as the working body of such a page. */
  body: text,
  revision: integer,
  changedAt: integer,
  changedBy: orNull(integer),
});
