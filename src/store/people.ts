import { sql } from './sql';
import type { Id } from '../core/ids';
import type { Role } from '../core/roles';
import type { Reader, WriteTransaction } from './database';

export interface PersonRow {
  id: number;
  uuid: Id;
  email: string;
  name: string;
  role: Role;
  /** Whether a password was chosen: who was only invited cannot sign in. */
  joined: 0 | 1;
  /** Whether a second factor is asked for. */
  guarded: 0 | 1;
}

/**
 * What is kept of a person's second factor: the shared secret, the last step it was used at, hashes of the
 * words that are left.
 */
export interface SecondFactor {
  secret: string;
  step: number;
  words: string[];
}

const columns = sql`id, uuid, email, name, role, password <> '' AS joined, second_factor IS NOT NULL AS guarded`;

export const people = (reader: Reader): Promise<PersonRow[]> =>
  reader.all(sql`SELECT ${columns} FROM people WHERE left_at IS NULL ORDER BY name`);
export const personById = (reader: Reader, id: number): Promise<PersonRow | undefined> =>
  reader.one(sql`SELECT ${columns} FROM people WHERE id = ${id} AND left_at IS NULL`);
export const personByUuid = (reader: Reader, uuid: Id): Promise<PersonRow | undefined> =>
  reader.one(sql`SELECT ${columns} FROM people WHERE uuid = ${uuid} AND left_at IS NULL`);
export const personByEmail = (reader: Reader, email: string): Promise<PersonRow | undefined> =>
  reader.one(sql`SELECT ${columns} FROM people WHERE email = ${email} AND left_at IS NULL`);

/**
 * What proves that somebody is a person: the hash of the password (empty for who has none yet), and the
 * second factor.
 */
export async function proofsOf(
  reader: Reader,
  id: number,
): Promise<{ password: string; secondFactor: SecondFactor | undefined }> {
  const row = await reader.one<{ password: string; factor: string | null }>(
    sql`SELECT password, second_factor AS factor FROM people WHERE id = ${id}`,
  );
  // Written by the services alone.
  const secondFactor = row?.factor ? (JSON.parse(row.factor) as SecondFactor) : undefined;
  return { password: row?.password ?? '', secondFactor };
}

export const makePerson = (
  tx: WriteTransaction,
  person: Pick<PersonRow, 'uuid' | 'email' | 'name' | 'role'> & { password: string },
  at: number,
): Promise<number> =>
  tx.run(
    sql`INSERT INTO people (uuid, email, name, role, password, made_at) VALUES (${person.uuid}, ${person.email}, ${person.name}, ${person.role}, ${person.password}, ${at})`,
  );

export const changePersonRow = (
  tx: WriteTransaction,
  id: number,
  { name, role }: Pick<PersonRow, 'name' | 'role'>,
): Promise<number> => tx.run(sql`UPDATE people SET name = ${name}, role = ${role} WHERE id = ${id}`);

export const putPassword = (tx: WriteTransaction, id: number, hash: string): Promise<number> =>
  tx.run(sql`UPDATE people SET password = ${hash} WHERE id = ${id}`);

export const putSecondFactor = (
  tx: WriteTransaction,
  id: number,
  factor: SecondFactor | undefined,
): Promise<number> =>
  tx.run(sql`UPDATE people SET second_factor = ${factor ? JSON.stringify(factor) : null} WHERE id = ${id}`);

/** Lets somebody leave: the name stays in the history, the e-mail address becomes free for another invitation. */
export const letGo = (
  tx: WriteTransaction,
  { id, uuid }: Pick<PersonRow, 'id' | 'uuid'>,
  at: number,
): Promise<number> =>
  tx.run(
    sql`UPDATE people SET left_at = ${at}, email = ${uuid} || ':' || email, password = '', second_factor = NULL WHERE id = ${id}`,
  );

/** The drafts of a person: what they changed last and visitors do not see as it is now, by integer key. */
export const draftsOf = async (reader: Reader, person: number): Promise<number[]> =>
  (
    await reader.all<{ record: number }>(
      sql`SELECT w.record FROM working w JOIN records r ON r.id = w.record AND r.binned_at IS NULL
       WHERE w.changed_by = ${person} AND NOT EXISTS (SELECT 1 FROM live l WHERE l.record = w.record AND l.body = w.body)`,
    )
  ).map(({ record }) => record);
