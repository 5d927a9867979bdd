import type { Colleagues, GivenAnswer, GiveWork } from '../../contract/review';
import { isId, type Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import { endGiven, givenAmong, putGiven, type GivenRow } from '../../store/given-work';
import { people, personByUuid } from '../../store/people';
import { recordsByUuids } from '../../store/records';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound } from '../runtime/refusal';
import { tellGiven } from './letters';

export const givenAnswer = ({ to, toName, day, words, at, by }: GivenRow): GivenAnswer => ({
  to,
  toName,
  ...(day === null ? {} : { day }),
  words,
  at: new Date(at).toISOString(),
  by: by ?? '',
});

/** To whom a record is given. */
export async function givenOf(reader: Reader, record: number): Promise<GivenAnswer | undefined> {
  const [row] = await givenAmong(reader, [record]);
  return row && givenAnswer(row);
}

/** Gives a record to somebody to see to. Whoever had it before has it no more. */
export async function giveWork(
  installation: Installation,
  person: Person,
  id: Id,
  { to, day, words = '' }: GiveWork,
): Promise<GivenAnswer> {
  const { content, now } = installation;
  const [record] = isId(id) ? await recordsByUuids(content, [id]) : [];
  if (!record) throw notFound('record');
  const colleague = await personByUuid(content, to);
  if (!colleague)
    throw invalidInput([{ path: '/to', code: 'not-there', message: 'Nobody of this id works here.' }]);
  await content.write((tx) =>
    putGiven(tx, {
      record: record.id,
      person: colleague.id,
      day: day ?? null,
      words: words.trim(),
      at: now(),
      givenBy: person.id,
    }),
  );
  const given = await givenOf(content, record.id);
  if (!given) throw notFound('given work');
  if (colleague.id !== person.id) await tellGiven(installation, person, colleague, record, given);
  return given;
}

/** What was given is done, or taken back: it is given to nobody. */
export async function endGivenWork({ content }: Installation, id: Id): Promise<void> {
  const [record] = isId(id) ? await recordsByUuids(content, [id]) : [];
  if (!record) throw notFound('record');
  await content.write((tx) => endGiven(tx, record.id));
}

export async function colleagues({ content }: Installation): Promise<Colleagues> {
  return { items: (await people(content)).map(({ uuid, name }) => ({ id: uuid, name })) };
}
