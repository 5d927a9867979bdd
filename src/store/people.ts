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

const columns = "id, uuid, email, name, role, password <> '' AS joined, second_factor IS NOT NULL AS guarded";

export const people = (reader: Reader): Promise<PersonRow[]> =>
  reader.all(`SELECT ${columns} FROM people WHERE left_at IS NULL ORDER BY name`);
export const personById = (reader: Reader, id: number): Promise<PersonRow | undefined> =>
  reader.one(`SELECT ${columns} FROM people WHERE id = $1 AND left_at IS NULL`, [id]);
export const personByUuid = (reader: Reader, uuid: Id): Promise<PersonRow | undefined> =>
  reader.one(`SELECT ${columns} FROM people WHERE uuid = $1 AND left_at IS NULL`, [uuid]);
export const personByEmail = (reader: Reader, email: string): Promise<PersonRow | undefined> =>
  reader.one(`SELECT ${columns} FROM people WHERE email = $1 AND left_at IS NULL`, [email]);

/**
 * What proves that somebody is a person: the hash of the password (empty for who has none yet), and the
 * second factor.
 */
export async function proofsOf(
  reader: Reader,
  id: number,
): Promise<{ password: string; secondFactor: SecondFactor | undefined }> {
  const row = await reader.one<{ password: string; factor: string | null }>(
    'SELECT password, second_factor AS factor FROM people WHERE id = $1',
    [id],
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
  tx.run('INSERT INTO people (uuid, email, name, role, password, made_at) VALUES ($1, $2, $3, $4, $5, $6)', [
    person.uuid,
    person.email,
    person.name,
    person.role,
    person.password,
    at,
  ]);

export const changePersonRow = (
  tx: WriteTransaction,
  id: number,
  { name, role }: Pick<PersonRow, 'name' | 'role'>,
): Promise<number> => tx.run('UPDATE people SET name = $1, role = $2 WHERE id = $3', [name, role, id]);

export const putPassword = (tx: WriteTransaction, id: number, hash: string): Promise<number> =>
  tx.run('UPDATE people SET password = $1 WHERE id = $2', [hash, id]);

export const putSecondFactor = (
  tx: WriteTransaction,
  id: number,
  factor: SecondFactor | undefined,
): Promise<number> =>
  tx.run('UPDATE people SET second_factor = $1 WHERE id = $2', [factor ? JSON.stringify(factor) : null, id]);

/** Lets somebody leave: the name stays in the history, the e-mail address becomes free for another invitation. */
export const letGo = (
  tx: WriteTransaction,
  { id, uuid }: Pick<PersonRow, 'id' | 'uuid'>,
  at: number,
): Promise<number> =>
  tx.run(
    "UPDATE people SET left_at = $1, email = $2 || ':' || email, password = '', second_factor = NULL WHERE id = $3",
    [at, uuid, id],
  );

/** The drafts of a person: what they changed last and visitors do not see as it is now, by integer key. */
export const draftsOf = async (reader: Reader, person: number): Promise<number[]> =>
  (
    await reader.all<{ record: number }>(
      `SELECT w.record FROM working w JOIN records r ON r.id = w.record AND r.binned_at IS NULL
       WHERE w.changed_by = $1 AND NOT EXISTS (SELECT 1 FROM live l WHERE l.record = w.record AND l.body = w.body)`,
      [person],
    )
  ).map(({ record }) => record);
