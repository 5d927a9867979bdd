import type { CommentAnswer, CommentPatch } from '../../contract/comments';
import { newId, type Id } from '../../core/ids';
import { COMMENTS } from '../../core/model/comment-type';
import {
  changeCommentRow,
  commentByUuid,
  eraseComment as erase,
  putComment,
  type CommentRow,
} from '../../store/comments';
import type { WriteTransaction } from '../../store/database';
import { recordById } from '../../store/records';
import { expectWithoutLimits, type Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { changedSince, notFound, ruleViolation } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { answerComment } from './list';

/** Pages on which something is said, or that list what was said, are drawn again. */
async function drawAgain(installation: Installation, record: number): Promise<void> {
  const kept = await recordById(installation.content, record);
  if (kept) installation.rendered.renew([kept.uuid, COMMENTS]);
}

/** Does one short write on a comment at a revision; where it or what it was is seen, pages are drawn again. */
async function onComment(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  write: (tx: WriteTransaction, row: CommentRow) => Promise<unknown>,
): Promise<void> {
  expectWithoutLimits(person, 'sees to what visitors say');
  const row = await installation.content.write(async (tx) => {
    const kept = await commentByUuid(tx, id);
    if (!kept) throw notFound('comment');
    if (!revisionMatches(kept.revision, revision))
      throw changedSince(await answerComment(installation, id), {});
    await write(tx, kept);
    return kept;
  });
  await drawAgain(installation, row.record);
}

/** Shows a comment, holds it back, puts it away, or says it in other words; what was first written stays beside those. */
export async function changeComment(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { state, words }: CommentPatch,
): Promise<CommentAnswer> {
  await onComment(installation, person, id, revision, async (tx, row) => {
    const said = words?.trim() ?? row.words;
    const first = row.firstWords ?? row.words;
    if (said === row.words && (state ?? row.state) === row.state) return;
    await changeCommentRow(tx, {
      ...row,
      words: said,
      firstWords: said === first ? null : first,
      state: state ?? row.state,
    });
  });
  return answerComment(installation, id);
}

/** Answers a comment in the name of whoever works here. What is answered is shown with it. */
export async function replyToComment(
  installation: Installation,
  person: Person,
  id: Id,
  words: string,
): Promise<CommentAnswer> {
  expectWithoutLimits(person, 'sees to what visitors say');
  const made = newId();
  const record = await installation.content.write(async (tx) => {
    const row = await commentByUuid(tx, id);
    if (!row) throw notFound('comment');
    if (row.answers !== null) throw ruleViolation('An answer is not answered again: answer what it answers.');
    if (row.state !== 'shown') await changeCommentRow(tx, { ...row, state: 'shown' });
    await putComment(tx, {
      uuid: made,
      record: row.record,
      answers: row.id,
      name: person.name,
      words: words.trim(),
      language: installation.model.locale,
      state: 'shown',
      at: installation.now(),
      person: person.id,
    });
    return row.record;
  });
  await drawAgain(installation, record);
  return answerComment(installation, made);
}

/** Takes a comment away for good, with what answers it, as whoever wrote it may ask. */
export const eraseComment = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> => onComment(installation, person, id, revision, (tx, row) => erase(tx, row.id));
