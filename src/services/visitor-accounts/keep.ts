import type {
  NewVisitor,
  VisitorAnswer,
  VisitorInvited,
  VisitorLinkAnswer,
  VisitorPatch,
  VisitorsAnswer,
  VisitorsQuery,
} from '../../contract/visitors';
import type { Id } from '../../core/ids';
import {
  groupsOfVisitors,
  putVisitorRevision,
  setGroups,
  visitorByEmail,
  visitorByUuid,
  visitorsPage,
  type VisitorRow,
} from '../../store/visitors';
import { expectWithoutLimits, type Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { leadingOn } from '../runtime/languages';
import { changedSince, invalidInput, notFound, ruleViolation } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { forgetVisitor } from './forget';
import { sendVisitorLink } from './link';
import { emailTyped, makeVisitor } from './take';

const USUAL = 50;

const told = (
  { uuid, revision, email, password, madeAt, madeBy, seenAt }: VisitorRow,
  groups: readonly Id[] = [],
): VisitorAnswer => ({
  id: uuid,
  revision,
  email,
  groups: [...groups],
  confirmed: password !== '',
  invited: madeBy !== null,
  madeAt: new Date(madeAt).toISOString(),
  seenAt: seenAt === null ? null : new Date(seenAt).toISOString(),
});

/** The accounts of visitors, in the order of their addresses. */
export async function visitors(
  { sessions }: Installation,
  { offset = 0, limit = USUAL, group, q }: VisitorsQuery,
): Promise<VisitorsAnswer> {
  const asked = {
    ...{ offset, limit },
    ...(group === undefined ? {} : { group }),
    ...(q === undefined ? {} : { words: q.trim() }),
  };
  const { total, rows } = await visitorsPage(sessions, asked);
  const groups = await groupsOfVisitors(
    sessions,
    rows.map(({ id }) => id),
  );
  return { total, items: rows.map((row) => told(row, groups.get(row.id))) };
}

async function need({ sessions }: Pick<Installation, 'sessions'>, id: Id): Promise<VisitorRow> {
  const row = await visitorByUuid(sessions, id);
  if (!row) throw notFound('account');
  return row;
}

/** One account. */
export async function visitor(installation: Installation, id: Id): Promise<VisitorAnswer> {
  const row = await need(installation, id);
  return told(row, (await groupsOfVisitors(installation.sessions, [row.id])).get(row.id));
}

/** Refuses groups that the model does not know, and everything where no visitor has an account. */
function expectGroups({ model }: Installation, groups: readonly Id[]): void {
  const { accounts } = model.document;
  if (!accounts)
    throw ruleViolation(
      'Visitors have no accounts here. An architect lets them have some in Shape, Settings.',
    );
  groups.forEach((group, i) => {
    if (!accounts.groups.some(({ id }) => id === group))
      throw invalidInput([{ path: `/groups/${i}`, code: 'gone', message: 'There is no such group.' }]);
  });
}

const letterFrom = ({ site, ...installation }: Installation, person: Person) => ({
  site,
  language: leadingOn(installation, site),
  person: person.id,
});

const linkTold = ({ address, until }: { address: string; until: number }): VisitorLinkAnswer => ({
  address,
  until: new Date(until).toISOString(),
});

/** Invites somebody: they choose a password by a link, which goes by letter and may be handed on by hand. */
export async function addVisitor(
  installation: Installation,
  person: Person,
  { email, groups = [] }: NewVisitor,
): Promise<VisitorInvited> {
  expectWithoutLimits(person, 'keeps the accounts of visitors');
  expectGroups(installation, groups);
  const typed = emailTyped(email);
  if (await visitorByEmail(installation.sessions, typed))
    throw invalidInput([{ path: '/email', code: 'there', message: 'This address has an account already.' }]);
  const row = await makeVisitor(installation, typed, groups, person.id);
  const link = await sendVisitorLink(installation, row, 'invited', letterFrom(installation, person));
  return { visitor: await visitor(installation, row.uuid), link: linkTold(link) };
}

/** Says to which groups somebody belongs. What they may see follows with the next page they ask for. */
export async function changeVisitor(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { groups }: VisitorPatch,
): Promise<VisitorAnswer> {
  expectWithoutLimits(person, 'keeps the accounts of visitors');
  await need(installation, id);
  if (groups) expectGroups(installation, groups);
  const isKept = await installation.sessions.write(async (tx) => {
    const row = await visitorByUuid(tx, id);
    if (!row || !revisionMatches(row.revision, revision)) return false;
    const had = (await groupsOfVisitors(tx, [row.id])).get(row.id) ?? [];
    if (!groups || JSON.stringify([...new Set(groups)].sort()) === JSON.stringify([...had].sort()))
      return true;
    await setGroups(tx, row.id, groups);
    await putVisitorRevision(tx, row.id, row.revision + 1);
    return true;
  });
  const answer = await visitor(installation, id);
  if (!isKept) throw changedSince(answer, {});
  return answer;
}

/** Sends somebody a link to choose a password by. The one of now stays good until they do. */
export async function sendLinkAgain(
  installation: Installation,
  person: Person,
  id: Id,
): Promise<VisitorLinkAnswer> {
  expectWithoutLimits(person, 'keeps the accounts of visitors');
  const row = await need(installation, id);
  const reason = row.password === '' ? 'invited' : 'forgot';
  return linkTold(await sendVisitorLink(installation, row, reason, letterFrom(installation, person)));
}

/** Erases an account with all that is kept of it. */
export async function removeVisitor(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> {
  expectWithoutLimits(person, 'keeps the accounts of visitors');
  const row = await need(installation, id);
  if (!revisionMatches(row.revision, revision)) throw changedSince(await visitor(installation, id), {});
  await forgetVisitor(installation, row);
}
