import type { HandStatus } from '../../core/site/hand-address';
import type { Id } from '../../core/ids';
import { integer, integerOf, key, orNull, table, text, type Column } from './table';

const id: Column<Id> = text;

/** Addresses that somebody said lead elsewhere (`leadsTo`), or to nothing any more. */
export const handAddresses = table('hand_addresses', {
  uuid: key(id),
  address: text,
  leadsTo: orNull(text),
  status: integerOf<HandStatus>(),
  /** Whether it stands for several. */
  isPattern: integerOf<0 | 1>(),
  revision: integer,
  changedAt: integer,
  changedBy: orNull(integer),
});
