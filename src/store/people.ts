import type { Id } from '../core/ids';
import type { Role } from '../core/roles';
import type { Asker, Tx } from './database';

export interface PersonRow {
  id: number;
  uuid: Id;
  email: string;
  name: string;
  role: Role;
}

const columns = 'id, uuid, email, name, role';

export const people = (asker: Asker): Promise<PersonRow[]> => asker.all(`SELECT ${columns} FROM people WHERE left_at IS NULL ORDER BY name`);
export const personById = (asker: Asker, id: number): Promise<PersonRow | undefined> => asker.one(`SELECT ${columns} FROM people WHERE id = $1 AND left_at IS NULL`, [id]);
export const personByEmail = (asker: Asker, email: string): Promise<(PersonRow & { password: string }) | undefined> =>
  asker.one(`SELECT ${columns}, password FROM people WHERE email = $1 AND left_at IS NULL`, [email]);

export const makePerson = (tx: Tx, person: Omit<PersonRow, 'id'> & { password: string }, at: number): Promise<number> =>
  tx.run('INSERT INTO people (uuid, email, name, role, password, made_at) VALUES ($1, $2, $3, $4, $5, $6)', [person.uuid, person.email, person.name, person.role, person.password, at]);
