import { counted, integer, key, orNull, table, text } from './table';

/** Visitors who have an account; none has a password before they chose one. */
export const visitors = table('visitors', {
  id: counted,
  uuid: text,
  email: text,
  password: text,
  madeAt: integer,
  /** Who invited them; nobody where they came by themselves. */
  madeBy: orNull(integer),
  /** When they signed in last. */
  seenAt: orNull(integer),
  revision: integer,
});

/** The groups that visitors belong to, by id. */
export const visitorGroups = table('visitor_groups', { visitor: key(integer), audience: key(text) });

/** Where visitors are signed in, by the hash of their token. */
export const visitorSessions = table('visitor_sessions', {
  token: key(text),
  visitor: integer,
  endsAt: integer,
});

/** By which words visitors may choose a password, by their hashes. */
export const visitorLinks = table('visitor_links', { word: key(text), visitor: integer, endsAt: integer });
