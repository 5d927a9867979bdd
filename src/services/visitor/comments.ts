import { createHash, createHmac, timingSafeEqual } from 'node:crypto';
import { newId, type Id } from '../../core/ids';
import { COMMENTS } from '../../core/model/comment-type';
import { resolveSetting, type Layers } from '../../core/model/settings';
import {
  commentFaults,
  LEAST_TIME,
  MOST_COMMENTS,
  withAnswers,
  type CommentOutcome,
  type JustSaid,
  type DrawnComments,
  type WrittenComment,
} from '../../core/site/comments';
import type { VisitorPage } from '../../core/site/visitor-page';
import { commentByUuid, countOn, putComment, shownComments } from '../../store/comments';
import type { Reader } from '../../store/database';
import { sortOf, recordByUuid, shownSince } from '../../store/records';
import { attemptsSince, noteAttempt } from '../../store/sessions';
import { zoneOf, type Installation } from '../runtime/installation';

const DAY = 86_400_000;
const WINDOW = 15 * 60_000;
/** Comments within the window from one address. */
const MOST = 8;
const SIGNS = 22;

const signed = ({ secret }: Pick<Installation, 'secret'>, on: Id, at: string): string =>
  createHmac('sha256', secret).update(`comment ${on} ${at}`).digest('base64url').slice(0, SIGNS);

/** What a form carries: when it was made, which no other site can say. */
const stampOf = (installation: Installation, on: Id): string => {
  const at = installation.now().toString(36);
  return `${at}.${signed(installation, on, at)}`;
};

/** When (ms) the form was made that a stamp came with; nothing where it is not one of ours. */
export function stampedAt(installation: Installation, on: Id, stamp: string): number | undefined {
  const [at = '', given = ''] = stamp.split('.');
  const [one, other] = [Buffer.from(given), Buffer.from(signed(installation, on, at))];
  return one.length === other.length && timingSafeEqual(one, other) ? parseInt(at, 36) : undefined;
}

/**
 * What is said on an entry or page, and whether more may be, by the settings that hold there; until when (ms)
 * that is so.
 * Nothing where nothing may be said.
 */
export async function commentsOn(
  installation: Installation,
  id: Id,
  layers: Layers,
): Promise<{ comments: DrawnComments; until?: number } | undefined> {
  const { content, now } = installation;
  const may = resolveSetting('comments', layers).value;
  if (may === 'off') return undefined;
  const rows = await shownComments(content, id, MOST_COMMENTS);
  const ids = new Map(rows.map((row) => [row.id, row.uuid]));
  const said = withAnswers(
    rows.map((row) => ({
      id: row.uuid,
      name: row.name,
      words: row.words,
      at: new Date(row.at).toISOString(),
      lang: row.language,
      isOwn: row.person !== null,
      answering: row.answers === null ? null : (ids.get(row.answers) ?? ''),
    })),
  );
  const becomes = resolveSetting('commentsShown', layers).value === 'once' ? 'shown' : 'held';
  const days = Number(resolveSetting('commentDays', layers).value);
  const first = (await shownSince(content, [id], now())).get(id)?.first;
  const until = days > 0 && first !== undefined ? first + days * DAY : undefined;
  const isOpen = may === 'open' && (until === undefined || now() < until) && rows.length < MOST_COMMENTS;
  return {
    comments: {
      on: id,
      said,
      becomes,
      zone: zoneOf(installation),
      ...(isOpen ? { stamp: stampOf(installation, id) } : {}),
    },
    ...(isOpen && until !== undefined ? { until } : {}),
  };
}

/** Whether something may be said: the same again is what was said before, and there are bounds to how much. */
async function mayBeSaid(
  installation: Installation,
  address: string,
  said: string,
): Promise<'first' | 'again' | 'too many'> {
  const now = Date.now();
  const from = `comment from ${address}`;
  const same = `comment ${createHash('sha256').update(`${address} ${said}`).digest('base64url')}`;
  return installation.sessions.write(async (tx) => {
    if ((await attemptsSince(tx, same, now - WINDOW)) > 0) return 'again';
    if ((await attemptsSince(tx, from, now - WINDOW)) >= MOST) return 'too many';
    await noteAttempt(tx, [from, same], now, now - WINDOW);
    return 'first';
  });
}

/**
 * Where something that is said would stand: on a record, below the comment that it answers, which must be one
 * that visitors
 * see and no answer itself. Nothing where it cannot stand, or there is no more room.
 */
async function placeOf(
  reader: Reader,
  { on, answers }: WrittenComment,
  state: 'held' | 'shown',
): Promise<{ record: number; below: number | null } | undefined> {
  const sort = await sortOf(reader, on);
  const record = sort && (await recordByUuid(reader, on, sort));
  if (!record || (await countOn(reader, record.id, state)) >= MOST_COMMENTS) return undefined;
  if (answers === undefined) return { record: record.id, below: null };
  const to = await commentByUuid(reader, answers);
  const mayBeAnswered = to?.record === record.id && to.answers === null && to.state === 'shown';
  return mayBeAnswered ? { record: record.id, below: to.id } : undefined;
}

/** Keeps what was said in one short write; where it is shown at once, pages that show it are drawn again. */
async function keep(
  installation: Installation,
  written: WrittenComment,
  state: 'held' | 'shown',
  language: string,
  visitor: Id | null,
): Promise<CommentOutcome> {
  const { on, given } = written;
  const kept = await installation.content.write(async (tx) => {
    const place = await placeOf(tx, written, state);
    if (!place) return false;
    await putComment(tx, {
      uuid: newId(),
      record: place.record,
      answers: place.below,
      name: given.name,
      words: given.words,
      language,
      state,
      at: installation.now(),
      person: null,
      visitor,
    });
    return true;
  });
  if (!kept) return 'closed';
  if (state === 'shown') installation.rendered.renew([on, COMMENTS]);
  return state;
}

/**
 * Takes what a visitor said on a page. Answers what became of it, with every word that was written; nothing
 * where nothing
 * may be said there. `visitor` is the account of who is signed in.
 */
export async function takeComment(
  installation: Installation,
  { comments, locale }: VisitorPage,
  written: WrittenComment,
  address: string,
  visitor: Id | null = null,
): Promise<JustSaid | undefined> {
  if (!comments || comments.on !== written.on) return undefined;
  const { given, answers } = written;
  const faults = commentFaults(given);
  const state: JustSaid = { given, faults, ...(answers === undefined ? {} : { answers }) };
  if (comments.stamp === undefined) return { ...state, became: 'closed' };
  if (Object.keys(faults).length > 0) return state;
  // A machine that fills in everything is thanked like anyone, and not read.
  if (written.byMachine) return { ...state, became: 'held' };
  const made = stampedAt(installation, written.on, written.stamp);
  if (made === undefined || installation.now() - made < LEAST_TIME) return { ...state, became: 'too fast' };
  // What cannot stand is not noted as said: the same again would be taken for it.
  if (!(await placeOf(installation.content, written, comments.becomes)))
    return { ...state, became: 'closed' };
  const taken = await mayBeSaid(installation, address, JSON.stringify([written.on, answers ?? '', given]));
  if (taken === 'too many') return { ...state, became: 'too many' };
  if (taken === 'again') return { ...state, became: comments.becomes };
  return { ...state, became: await keep(installation, written, comments.becomes, locale, visitor) };
}
