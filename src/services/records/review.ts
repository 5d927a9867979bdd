import { may, mayPublish, whoMay, type Act as Deed } from '../../core/roles';
import type { KeptRecord } from '../../store/records';
import type { Person } from '../people/person';
import { forbidden, ruleViolation } from '../runtime/refusal';
import type { Act } from './act';
import { changeRecord } from './working';

/** Why a version is kept that was sent for review, and one that was given back to its writers. */
export const SENT = 'sent for review';
export const RETURNED = 'given back';
const TAKEN = 'taken back from review';

/** Refuses a change by somebody who may not write: those who review change what waits for it, and nothing else. */
export function expectMayChange(
  person: Pick<Person, 'role'>,
  { stage }: Pick<KeptRecord, 'stage'>,
  deed: Deed,
): void {
  if (may(person.role, deed) || (stage === 'review' && may(person.role, 'review'))) return;
  throw forbidden(
    `Only ${whoMay(deed).join(' or ')} may do this; who reviews changes what waits for review.`,
  );
}

/** Refuses to show or hide something of a type that asks for review, by somebody who does not review. */
export function expectPublisher(
  person: Pick<Person, 'role'>,
  review: boolean | undefined,
  why: string,
): void {
  if (!mayPublish(person.role, review ?? false)) throw forbidden(why);
}

/** Sends a record for review. */
export async function submit(act: Act, record: KeptRecord, thing: string): Promise<string> {
  if (record.stage === 'review') throw ruleViolation('It waits for review already.');
  await changeRecord(act, record, { stage: 'review', why: SENT });
  return `sent ${thing} for review`;
}

/** Gives what waits for review back to its writers; by a writer, it is taken back. */
export async function giveBack(
  act: Act,
  person: Pick<Person, 'role'>,
  record: KeptRecord,
  thing: string,
): Promise<string> {
  if (record.stage !== 'review') throw ruleViolation('It does not wait for review.');
  const reviews = may(person.role, 'review');
  await changeRecord(act, record, { stage: 'draft', why: reviews ? RETURNED : TAKEN });
  return reviews ? `gave ${thing} back` : `took ${thing} back from review`;
}
