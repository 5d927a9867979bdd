import type {
  HandAddressAnswer,
  HandAddressesImport,
  HandAddressesImported,
  HandAddressPatch,
  NewHandAddress,
} from '../../contract/hand-addresses';
import type { Id } from '../../core/ids';
import { forgetNowhere } from '../../store/asked-addresses';
import {
  allHandAddresses,
  dropHandAddress,
  handAddress,
  putHandAddresses,
  saidBy,
  type HandAddressRow,
} from '../../store/hand-addresses';
import type { Person } from '../people/person';
import { inAct } from '../records/act';
import type { Installation } from '../runtime/installation';
import { changedSince, forbidden, invalidInput, notFound } from '../runtime/refusal';
import { isRead } from '../runtime/revision';
import { answerHandAddress } from './list';
import { planned, stateOf, type Planned } from './plan';

/** Addresses are everybody's, so whoever is held to a part of the content leaves them as they are. */
function expectWithoutLimits({ limits }: Person): void {
  if (limits) throw forbidden('Only somebody without limits keeps old addresses.');
}

/** How often something is planned anew where others changed what is kept meanwhile. */
const MOST_PLANS = 5;

/**
 * Plans what addresses would do beside all other work, and keeps it in one short write; where others were faster, it is
 * planned anew. `judge` refuses a plan. Answers what came of each, and what was kept.
 */
async function keepPlanned(
  installation: Installation,
  person: Person,
  what: string,
  given: readonly NewHandAddress[],
  judge: (all: readonly Planned[]) => void,
  instead?: HandAddressRow,
): Promise<{ all: Planned[]; kept: HandAddressRow[] }> {
  for (let turn = 0; turn < MOST_PLANS; turn += 1) {
    const { planned: all, state } = await planned(installation, given, instead);
    judge(all);
    const keeps = all.flatMap((each) => each.keeps ?? []);
    if (keeps.length === 0) return { all, kept: [] };
    const kept = await inAct(installation, person, async (act) => {
      const before = await allHandAddresses(act.tx);
      if (stateOf(before) !== state) return undefined;
      const was = new Map(before.map((row) => [row.uuid, row]));
      const rows = keeps.map((row) => ({ ...row, changedAt: act.now, changedBy: act.by }));
      for (const { uuid } of rows) act.touchAddress(uuid, was.get(uuid));
      await putHandAddresses(act.tx, rows);
      await act.keep(what);
      return rows;
    });
    if (!kept) continue;
    await nowhereNoMore(installation, kept);
    return { all, kept };
  }
  throw invalidInput([
    { path: '', code: 'busy', message: 'Others change these addresses right now. Try it again.' },
  ]);
}

/** What was said to lead somewhere leads nowhere no more. */
const nowhereNoMore = (installation: Installation, rows: readonly HandAddressRow[]): Promise<number> =>
  installation.sessions.write((tx) =>
    forgetNowhere(
      tx,
      rows.map(({ address }) => address),
    ),
  );

const expectFaultless = (all: readonly Planned[]): void => {
  const faults = all.flatMap((each) => each.faults);
  if (faults.length > 0) throw invalidInput(faults);
};

/** Says where an address leads. */
export async function addHandAddress(
  installation: Installation,
  person: Person,
  given: NewHandAddress,
): Promise<HandAddressAnswer> {
  expectWithoutLimits(person);
  const { kept } = await keepPlanned(
    installation,
    person,
    'said where an old address leads',
    [given],
    (all) => {
      expectFaultless(all);
      if (all.some(({ does }) => does !== 'new'))
        throw invalidInput([
          { path: '/from', code: 'there', message: 'This address is in the list already. Change it there.' },
        ]);
    },
  );
  const [row] = kept;
  if (!row) throw notFound('address');
  return answerHandAddress(installation, row.uuid);
}

async function needRead(installation: Installation, id: Id, revision: number): Promise<HandAddressRow> {
  const row = await handAddress(installation.content, id);
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
  const row = await needRead(installation, id, revision);
  const { from, to, status } = saidBy(row);
  const given = { from, to, status, ...patch };
  // What is gone leads nowhere, whatever it led to before.
  const leads = given.status === 410 && patch.to === undefined ? null : given.to;
  await keepPlanned(
    installation,
    person,
    'changed where an old address leads',
    [
      {
        from: given.from,
        status: given.status,
        ...(leads === null || leads === undefined ? {} : { to: leads }),
      },
    ],
    expectFaultless,
    row,
  );
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
    const row = await handAddress(act.tx, id);
    if (!row) throw notFound('address');
    if (!isRead(row.revision, revision)) throw changedSince(await answerHandAddress(installation, id), {});
    act.touchAddress(row.uuid, row);
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
  const { all, kept } = trial
    ? { all: (await planned(installation, rows)).planned, kept: [] }
    : await keepPlanned(installation, person, 'brought old addresses in', rows, () => undefined);
  return {
    kept: kept.length,
    rows: all.map(({ row, from, does, why }) => ({ row, from, does, ...(why === undefined ? {} : { why }) })),
  };
}
