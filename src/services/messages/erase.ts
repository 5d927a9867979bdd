import type { Id } from '../../core/ids';
import { removeFromOutbox } from '../../standins/mail-outbox';
import { dropLetters, messageByLetter, type LetterKey } from '../../store/visitor-letters';
import { expectWithoutLimits, type Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';

/** Takes letters out of the outbox, where they lie there still. */
export async function takeFromOutbox(
  { outboxFolder }: Pick<Installation, 'outboxFolder'>,
  letters: readonly LetterKey[],
): Promise<void> {
  for (const { letter, at } of letters) await removeFromOutbox(outboxFolder, at, letter);
}

/** Erases what a visitor wrote by a form, with its letter, whether that lies in the outbox or waits to go there. */
export async function eraseMessage(installation: Installation, person: Person, id: Id): Promise<void> {
  expectWithoutLimits(person, 'keeps what visitors wrote');
  const letter = await installation.sessions.write(async (tx) => {
    const found = await messageByLetter(tx, id);
    if (!found) throw notFound('message');
    await dropLetters(tx, [found]);
    return found;
  });
  await takeFromOutbox(installation, [letter]);
}
