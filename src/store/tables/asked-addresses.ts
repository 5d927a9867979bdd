import { integer, key, table, text, textOf } from './table';

/** Why an address that visitors asked for is counted: nothing stands there, or it is one by hand (by its id). */
export type AskedWay = 'nowhere' | 'by hand';

export const askedAddresses = table('asked_addresses', {
  way: key(textOf<AskedWay>()),
  address: key(text),
  n: integer,
  lastAt: integer,
});
