import type { RedirectStatus } from '../../core/site/redirects';
import type { Id } from '../../core/ids';
import { integer, integerOf, key, orNull, table, text, type Column } from './table';

const id: Column<Id> = text;

/** Addresses that somebody said lead elsewhere (`leadsTo`), or to nothing any more. */
export const redirects = table('redirects', {
  uuid: key(id),
  address: text,
  leadsTo: orNull(text),
  status: integerOf<RedirectStatus>(),
  /** Whether it stands for several. */
  isPattern: integerOf<0 | 1>(),
  revision: integer,
  changedAt: integer,
  changedBy: orNull(integer),
});
