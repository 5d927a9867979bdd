import type { Id } from '../../core/ids';
import { COMMENTS } from '../../core/model/comment-type';
import { eraseCommentsOf, eraseOldComments } from '../../store/comments';
import { dropUnused, dropVisitor, type VisitorRow } from '../../store/visitors';
import { clearOutbox } from '../../standins/mail-outbox';
import type { Installation } from '../runtime/installation';

const DAY = 86_400_000;
/** How many go in one write at the most. */
const AT_ONCE = 200;

/**
 * Erases an account with all that its owner said: first what stands elsewhere, so that nothing is left of half
 * an erasing.
 */
export async function forgetVisitor(installation: Installation, { id, uuid }: VisitorRow): Promise<void> {
  const on = await installation.content.write((tx) => eraseCommentsOf(tx, [uuid]));
  seeErased(installation, on);
  await installation.sessions.write((tx) => dropVisitor(tx, id));
}

const seeErased = ({ rendered }: Installation, on: readonly Id[]): void => {
  if (on.length > 0) rendered.renew([...on, COMMENTS]);
};

/**
 * Erases some of what visitors left whose term is over: accounts that nobody signed in to for so long, with what
 * was said
 * with them, what was said so long ago, and letters that lie in the outbox. Answers how many.
 */
export async function forgetByTerms(installation: Installation): Promise<number> {
  const { content, sessions, model } = installation;
  const { accounts, comments, messages } = model.document.terms ?? {};
  let forgotten = 0;
  if (accounts !== undefined) {
    // Accounts are signed in to by the true clock.
    const gone = await sessions.write((tx) => dropUnused(tx, Date.now() - accounts * DAY, AT_ONCE));
    seeErased(installation, await content.write((tx) => eraseCommentsOf(tx, gone)));
    forgotten += gone.length;
  }
  if (comments !== undefined) {
    const before = installation.now() - comments * DAY;
    const on = await content.write((tx) => eraseOldComments(tx, before, AT_ONCE));
    seeErased(installation, on);
    forgotten += on.length;
  }
  if (messages !== undefined)
    forgotten += await clearOutbox(installation.outboxFolder, installation.now() - messages * DAY, AT_ONCE);
  return forgotten;
}
