import { anyOf, sql } from './sql';
import type { Id } from '../core/ids';
import type { Limits } from '../core/limits';
import type { Role } from '../core/roles';
import type { Reader, WriteTransaction } from './database';
import { people as peopleTable } from './tables/people';
import type { RowOf } from './tables/table';

export interface PersonRow {
  id: number;
  uuid: Id;
  email: string;
  name: string;
  role: Role;
  /** Whether a password was chosen: who was only invited cannot sign in. */
  joined: boolean;
  /** Whether a second factor is asked for. */
  guarded: boolean;
  /** Whether letters tell of what is to be seen to. */
  letters: boolean;
  /** What they may change; undefined where their role alone says it. */
  limits?: Limits | undefined;
}

type Kept = RowOf<typeof peopleTable.columns>;

/**
 * What is kept of a person's second factor: the shared secret, the last step it was used at, hashes of the
 * words that are left.
 */
export interface SecondFactor {
  secret: string;
  step: number;
  words: string[];
}

const personOf = ({
  id,
  uuid,
  email,
  name,
  role,
  password,
  secondFactor,
  letters,
  limits,
}: Kept): PersonRow => ({
  id,
  uuid,
  email,
  name,
  role,
  joined: password !== '',
  guarded: secondFactor !== null,
  letters: letters === 1,
  // Written by the services alone. Whoever shapes the model may change everything.
  limits: limits === null || role === 'architect' ? undefined : (JSON.parse(limits) as Limits),
});

/** Who works here, by one of what tells people apart. */
const person = async (
  reader: Reader,
  where: Partial<Pick<Kept, 'id' | 'uuid' | 'email'>>,
): Promise<PersonRow | undefined> => {
  const kept = await reader.find(peopleTable, { ...where, leftAt: null });
  return kept && personOf(kept);
};

export const people = async (reader: Reader): Promise<PersonRow[]> =>
  (
    await reader.all<Kept>(
      sql`SELECT id, uuid, email, name, role, password, second_factor AS secondFactor, letters, limits FROM people WHERE left_at IS NULL ORDER BY name`,
    )
  ).map(personOf);
/** When somebody looked at what is to be seen to before they do now (ms); 0 where they never did. */
export const lookedBefore = async (reader: Reader, id: number): Promise<number> =>
  (await reader.find(peopleTable, { id }))?.lookedBefore ?? 0;

/** Notes a look at a moment (ms), which goes on with the last where no more than `within` lies between. */
export const noteLook = (tx: WriteTransaction, id: number, now: number, within: number): Promise<number> =>
  tx.run(
    sql`UPDATE people SET looked_before = CASE WHEN looked_at > ${now - within} THEN looked_before ELSE looked_at END, looked_at = ${now} WHERE id = ${id}`,
  );

/** The names of people by their keys, also of those who left. */
export const namesOfPeople = async (reader: Reader, ids: readonly number[]): Promise<Map<number, string>> =>
  new Map(
    (
      await reader.all<{ id: number; name: string }>(
        sql`SELECT id, name FROM people WHERE id IN ${anyOf(ids)}`,
      )
    ).map(({ id, name }) => [id, name]),
  );
export const personById = (reader: Reader, id: number) => person(reader, { id });
export const personByUuid = (reader: Reader, uuid: Id) => person(reader, { uuid });
export const personByEmail = (reader: Reader, email: string) => person(reader, { email });

/**
 * What proves that somebody is a person: the hash of the password (empty for who has none yet), and the
 * second factor.
 */
export async function proofsOf(
  reader: Reader,
  id: number,
): Promise<{ password: string; secondFactor: SecondFactor | undefined }> {
  const kept = await reader.find(peopleTable, { id });
  // Written by the services alone.
  const secondFactor = kept?.secondFactor ? (JSON.parse(kept.secondFactor) as SecondFactor) : undefined;
  return { password: kept?.password ?? '', secondFactor };
}

export const makePerson = (
  tx: WriteTransaction,
  given: Pick<PersonRow, 'uuid' | 'email' | 'name' | 'role'> & { password: string },
  madeAt: number,
): Promise<number> => tx.insert(peopleTable, { ...given, madeAt, letters: 1 });

export const changePersonRow = (
  tx: WriteTransaction,
  id: number,
  { name, role }: Pick<PersonRow, 'name' | 'role'>,
): Promise<number> => tx.update(peopleTable, { id }, { name, role });

/** Says whether somebody wants letters. */
export const putLetters = (tx: WriteTransaction, id: number, letters: boolean): Promise<number> =>
  tx.update(peopleTable, { id }, { letters: letters ? 1 : 0 });

/** Says what somebody may change; undefined: whatever their role lets them. */
export const putLimits = (tx: WriteTransaction, id: number, limits: Limits | undefined): Promise<number> =>
  tx.update(peopleTable, { id }, { limits: limits ? JSON.stringify(limits) : null });

export const putPassword = (tx: WriteTransaction, id: number, hash: string): Promise<number> =>
  tx.update(peopleTable, { id }, { password: hash });

export const putSecondFactor = (
  tx: WriteTransaction,
  id: number,
  factor: SecondFactor | undefined,
): Promise<number> =>
  tx.update(peopleTable, { id }, { secondFactor: factor ? JSON.stringify(factor) : null });

/** Lets somebody leave: the name stays in the history, the e-mail address becomes free for another invitation. */
export const letGo = (
  tx: WriteTransaction,
  { id, uuid, email }: Pick<PersonRow, 'id' | 'uuid' | 'email'>,
  leftAt: number,
): Promise<number> =>
  tx.update(peopleTable, { id }, { leftAt, email: `${uuid}:${email}`, password: '', secondFactor: null });

/** The drafts of a person: what they changed last and visitors do not see as it is now, by integer key. */
export const draftsOf = async (reader: Reader, person: number): Promise<number[]> =>
  (
    await reader.all<{ record: number }>(
      sql`SELECT w.record FROM working w JOIN records r ON r.id = w.record AND r.binned_at IS NULL
       WHERE w.changed_by = ${person} AND NOT EXISTS (SELECT 1 FROM live l WHERE l.record = w.record AND l.body = w.body)`,
    )
  ).map(({ record }) => record);
