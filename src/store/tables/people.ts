import type { Role } from '../../core/roles';
import { counted, integer, textOf, orNull, table, text } from './table';

/** Who works here, or did. A password is kept as its hash; empty where none was chosen yet. */
export const people = table('people', {
  id: counted,
  uuid: text,
  email: text,
  name: text,
  role: textOf<Role>(),
  password: text,
  madeAt: integer,
  leftAt: orNull(integer),
  secondFactor: orNull(text),
  /** 1 where letters tell of what is to be seen to. */
  letters: integer,
  /** What they may change, as JSON; null where their role alone says it. */
  limits: orNull(text),
  /** When they last looked at what is to be seen to, and when they did the time before. */
  lookedAt: orNull(integer),
  lookedBefore: orNull(integer),
});
