import type { Id } from '../core/ids';
import type { Role } from '../core/roles';
import type { Reader, WriteTransaction } from './database';

export interface PersonRow {
  id: number;
  uuid: Id;
  email: string;
  name: string;
  role: Role;
}

const columns = 'id, uuid, email, name, role';

export const people = (reader: Reader): Promise<PersonRow[]> =>
  reader.all(`SELECT ${columns} FROM people WHERE left_at IS NULL ORDER BY name`);
export const personById = (reader: Reader, id: number): Promise<PersonRow | undefined> =>
  reader.one(`SELECT ${columns} FROM people WHERE id = $1 AND left_at IS NULL`, [id]);
export const personByEmail = (
  reader: Reader,
  email: string,
): Promise<(PersonRow & { password: string }) | undefined> =>
  reader.one(`SELECT ${columns}, password FROM people WHERE email = $1 AND left_at IS NULL`, [email]);

export const makePerson = (
  tx: WriteTransaction,
  person: Omit<PersonRow, 'id'> & { password: string },
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
