import type {
  HandAddressAnswer,
  HandAddressesImport,
  HandAddressesImported,
  HandAddressOutcome,
  HandAddressPatch,
  NewHandAddress,
} from '../../contract/hand-addresses';
import type { Fault } from '../../core/faults';
import { newId, type Id } from '../../core/ids';
import {
  circlesIn,
  handBounds,
  isPattern,
  parseHandAddress,
  type HandAddress,
} from '../../core/site/hand-address';
import { forgetNowhere } from '../../store/asked-addresses';
import {
  allHandAddresses,
  dropHandAddress,
  handAddress,
  putHandAddresses,
  rowOf,
  saidBy,
  type HandAddressRow,
} from '../../store/hand-addresses';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import type { Installation } from '../runtime/installation';
import { changedSince, forbidden, invalidInput, notFound } from '../runtime/refusal';
import { isRead } from '../runtime/revision';
import { resolveAddress } from '../visitor/resolve-address';
import { answerHandAddress } from './list';

/** Addresses are everybody's, so whoever is held to a part of the content leaves them as they are. */
function expectWithoutLimits({ limits }: Person): void {
  if (limits) throw forbidden('Only somebody without limits keeps old addresses.');
}

/** What one address would do among those that are kept; its row where it would be kept. */
interface Planned extends HandAddressOutcome {
  keeps?: HandAddressRow;
  faults: Fault[];
}

const refused = (row: number, from: string, faults: Fault[]): Planned => ({
  row,
  from,
  does: 'refused',
  faults,
  ...(faults[0] ? { why: faults[0].message } : {}),
});

/** Those among some addresses that would lead in a circle. Where something stands the way ends; that is only asked where it matters. */
async function inCircles(installation: Installation, all: readonly HandAddress[]): Promise<Set<string>> {
  const perhaps = circlesIn(all, () => false);
  const standing = new Set<string>();
  for (const { to } of perhaps)
    if (to !== null && !isPattern(to) && (await resolveAddress(installation, to))) standing.add(to);
  return new Set(circlesIn(perhaps.length > 0 ? all : [], (at) => standing.has(at)).map(({ from }) => from));
}

/** What addresses would do, each after the ones before it; `instead` is the one whose place the only one takes. */
async function plan(
  { tx, now, by }: Act,
  installation: Installation,
  given: readonly NewHandAddress[],
  instead?: HandAddressRow,
): Promise<Planned[]> {
  const origin = installation.settings.address;
  const kept = new Map((await allHandAddresses(tx)).map((row) => [row.address, row]));
  if (instead) kept.delete(instead.address);
  const before = new Set(kept.keys());
  const seen = new Set<string>();
  const planned: Planned[] = [];
  for (const [i, each] of given.entries()) {
    const { value, faults } = parseHandAddress(each, origin);
    const { from } = value;
    const no = (code: string, message: string): void => {
      faults.push({ path: '/from', code, message });
    };
    const there = kept.get(from);
    if (faults.length === 0) {
      if (seen.has(from)) no('twice', `“${from}” stands in here twice.`);
      else if (!isPattern(from) && (await resolveAddress(installation, from)))
        no('shadow', `Something stands at “${from}”: visitors get that.`);
      else if (!there && kept.size >= handBounds.all)
        no('most', `There are ${handBounds.all} already; take some away first.`);
      else if (
        !there &&
        isPattern(from) &&
        [...kept.values()].filter(({ isPattern: one }) => one === 1).length >= handBounds.patterns
      )
        no('most', `There are ${handBounds.patterns} with “*” already; take some away first.`);
    }
    seen.add(from);
    if (faults.length > 0) {
      planned.push(refused(i + 1, from || each.from, faults));
      continue;
    }
    const said = rowOf(value);
    const isSame = there !== undefined && there.leadsTo === said.leadsTo && there.status === said.status;
    const was = there ?? instead;
    const keeps: HandAddressRow = {
      ...said,
      uuid: was?.uuid ?? newId(),
      revision: (was?.revision ?? 0) + 1,
      changedAt: now,
      changedBy: by,
    };
    kept.set(from, keeps);
    planned.push({
      row: i + 1,
      from,
      does: isSame ? 'same' : before.has(from) || instead ? 'changes' : 'new',
      faults: [],
      ...(isSame ? {} : { keeps }),
    });
  }
  const circles = await inCircles(installation, [...kept.values()].map(saidBy));
  return planned.map((each) =>
    each.keeps && circles.has(each.from)
      ? refused(each.row, each.from, [
          {
            path: '/to',
            code: 'circle',
            message: `“${each.from}” would lead in a circle, back to where it began.`,
          },
        ])
      : each,
  );
}

/** Keeps what was planned, and forgets that it led nowhere. Answers how many. */
async function keepPlanned(
  installation: Installation,
  act: Act,
  planned: readonly Planned[],
  what: string,
): Promise<HandAddressRow[]> {
  const rows = planned.flatMap(({ keeps }) => keeps ?? []);
  if (rows.length === 0) return [];
  for (const { uuid } of rows) await act.touchAddress(uuid);
  await putHandAddresses(act.tx, rows);
  await act.keep(what);
  return rows;
}

/** What was said to lead somewhere leads nowhere no more. */
const nowhereNoMore = (installation: Installation, rows: readonly HandAddressRow[]): Promise<number> =>
  installation.sessions.write((tx) =>
    forgetNowhere(
      tx,
      rows.map(({ address }) => address),
    ),
  );

async function keepOne(
  installation: Installation,
  act: Act,
  given: NewHandAddress,
  what: string,
  instead?: HandAddressRow,
): Promise<HandAddressRow | undefined> {
  const [planned] = await plan(act, installation, [given], instead);
  if (!planned) return undefined;
  if (planned.faults.length > 0) throw invalidInput(planned.faults);
  if (!instead && planned.does !== 'new')
    throw invalidInput([
      { path: '/from', code: 'there', message: 'This address is in the list already. Change it there.' },
    ]);
  const [row] = await keepPlanned(installation, act, [planned], what);
  return row;
}

/** Says where an address leads. */
export async function addHandAddress(
  installation: Installation,
  person: Person,
  given: NewHandAddress,
): Promise<HandAddressAnswer> {
  expectWithoutLimits(person);
  const row = await inAct(installation, person, (act) =>
    keepOne(installation, act, given, 'said where an old address leads'),
  );
  if (!row) throw notFound('address');
  await nowhereNoMore(installation, [row]);
  return answerHandAddress(installation, row.uuid);
}

async function needRead(
  act: Act,
  installation: Installation,
  id: Id,
  revision: number,
): Promise<HandAddressRow> {
  const row = await handAddress(act.tx, id);
  if (!row) throw notFound('address');
  if (!isRead(row.revision, revision)) throw changedSince(await answerHandAddress(installation, id), {});
  return row;
}

/** Says that an address leads elsewhere than before, or is another one. */
export async function changeHandAddress(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: HandAddressPatch,
): Promise<HandAddressAnswer> {
  expectWithoutLimits(person);
  await inAct(installation, person, async (act) => {
    const row = await needRead(act, installation, id, revision);
    const { from, to, status } = saidBy(row);
    const given = { from, to, status, ...patch };
    // What is gone leads nowhere, whatever it led to before.
    const leads = given.status === 410 && patch.to === undefined ? null : given.to;
    if (Object.keys(patch).length === 0) return;
    await keepOne(
      installation,
      act,
      {
        from: given.from,
        status: given.status,
        ...(leads === null || leads === undefined ? {} : { to: leads }),
      },
      'changed where an old address leads',
      row,
    );
  });
  return answerHandAddress(installation, id);
}

export async function removeHandAddress(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> {
  expectWithoutLimits(person);
  await inAct(installation, person, async (act) => {
    const row = await needRead(act, installation, id, revision);
    await act.touchAddress(row.uuid);
    await dropHandAddress(act.tx, row.uuid);
    await act.keep('took an old address away');
  });
}

/** Takes addresses out of a file: what is refused is told and left, all else kept as one act. A trial keeps nothing. */
export async function importHandAddresses(
  installation: Installation,
  person: Person,
  { rows, trial }: HandAddressesImport,
): Promise<HandAddressesImported> {
  expectWithoutLimits(person);
  const { planned, kept } = await inAct(installation, person, async (act) => {
    const all = await plan(act, installation, rows);
    const done = trial ? [] : await keepPlanned(installation, act, all, 'brought old addresses in');
    return { planned: all, kept: done };
  });
  if (kept.length > 0) await nowhereNoMore(installation, kept);
  return {
    kept: kept.length,
    rows: planned.map(({ row, from, does, why }) => ({
      row,
      from,
      does,
      ...(why === undefined ? {} : { why }),
    })),
  };
}
