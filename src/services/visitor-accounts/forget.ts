import type { Id } from '../../core/ids';
import { COMMENTS } from '../../core/model/comment-type';
import { eraseCommentsOf, eraseOldComments } from '../../store/comments';
import type { WriteTransaction } from '../../store/database';
import { dropLetters, dropLettersBefore, lettersOf, type LetterKey } from '../../store/visitor-letters';
import { dropVisitors, unused, type VisitorRow } from '../../store/visitors';
import { clearOutbox } from '../../standins/mail-outbox';
import { takeFromOutbox } from '../messages';
import type { Installation } from '../runtime/installation';

const DAY = 86_400_000;
/** How many go in one write at the most. */
const AT_ONCE = 200;

type Account = Pick<VisitorRow, 'id' | 'uuid'>;

/** Forgets accounts with all letters from and to them; answers those that may still lie in the outbox. */
export async function dropWithLetters(
  tx: WriteTransaction,
  accounts: readonly Account[],
): Promise<LetterKey[]> {
  const keys = accounts.map(({ id }) => id);
  const letters = await lettersOf(tx, keys);
  await dropLetters(tx, letters);
  await dropVisitors(tx, keys);
  return letters;
}

/**
 * Erases an account with all that its owner said and wrote: first what stands elsewhere, so that nothing is left of
 * half an erasing.
 */
export async function forgetVisitor(installation: Installation, account: Account): Promise<void> {
  const on = await installation.content.write((tx) => eraseCommentsOf(tx, [account.uuid]));
  seeErased(installation, on);
  await takeFromOutbox(
    installation,
    await installation.sessions.write((tx) => dropWithLetters(tx, [account])),
  );
}

const seeErased = ({ rendered }: Installation, on: readonly Id[]): void => {
  if (on.length > 0) rendered.renew([...on, COMMENTS]);
};

/**
 * Erases some of what visitors left whose term is over: accounts that nobody signed in to for so long, with what
 * was said and written with them, what was said so long ago, and letters that lie in the outbox. Answers how many.
 */
export async function forgetByTerms(installation: Installation): Promise<number> {
  const { content, sessions, model } = installation;
  const { accounts, comments, messages } = model.document.terms ?? {};
  let forgotten = 0;
  if (accounts !== undefined) {
    // Accounts are signed in to by the true clock.
    // Told and dropped in one: nobody signs in to one in between.
    const { gone, letters } = await sessions.write(async (tx) => {
      const ended = await unused(tx, Date.now() - accounts * DAY, AT_ONCE);
      return { gone: ended, letters: await dropWithLetters(tx, ended) };
    });
    const said = gone.map(({ uuid }) => uuid);
    seeErased(installation, await content.write((tx) => eraseCommentsOf(tx, said)));
    await takeFromOutbox(installation, letters);
    forgotten += gone.length;
  }
  if (comments !== undefined) {
    const before = installation.now() - comments * DAY;
    const on = await content.write((tx) => eraseOldComments(tx, before, AT_ONCE));
    seeErased(installation, on);
    forgotten += on.length;
  }
  if (messages !== undefined) {
    const before = installation.now() - messages * DAY;
    await sessions.write((tx) => dropLettersBefore(tx, before));
    forgotten += await clearOutbox(installation.outboxFolder, before, AT_ONCE);
  }
  return forgotten;
}
