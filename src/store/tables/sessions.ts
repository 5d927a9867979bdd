import { counted, integer, table, text } from './table';

/** Who is signed in where. Kept beside the content, found by the hash of their token. */
export const sessions = table('sessions', {
  id: counted,
  uuid: text,
  token: text,
  person: integer,
  madeAt: integer,
  seenAt: integer,
  endsAt: integer,
  agent: text,
});
