import type { RedirectOutcome, NewRedirect } from '../../contract/redirects';
import type { Fault } from '../../core/faults';
import { newId } from '../../core/ids';
import {
  circlesIn,
  redirectBounds,
  isPattern,
  parseRedirect,
  type Redirect,
} from '../../core/site/redirects';
import { allRedirects, rowOf, saidBy, type RedirectRow } from '../../store/redirects';
import type { Installation } from '../runtime/installation';
import { languageAsked } from '../runtime/languages';
import { resolveAddress } from '../visitor/resolve-address';

/** What one address would do among those that are kept; its row where it would be kept. */
export interface Planned extends RedirectOutcome {
  keeps?: Omit<RedirectRow, 'changedAt' | 'changedBy'>;
  faults: Fault[];
}

/** What was planned, and by which state of those that are kept: only while that is the same it holds. */
export interface Plan {
  planned: Planned[];
  state: string;
}

/** The state of those that are kept, as far as it matters to a plan. */
export const stateOf = (rows: readonly RedirectRow[]): string =>
  rows.map(({ uuid, revision }) => `${uuid} ${revision}`).join();

const refused = (row: number, from: string, faults: Fault[]): Planned => ({
  row,
  from,
  does: 'refused',
  faults,
  ...(faults[0] ? { why: faults[0].message } : {}),
});

/** An address as it stands in the main language, which holds for all: what is asked for in another is led on in that. */
function inMainLanguage(installation: Installation, { from, to, status }: Redirect): Redirect {
  const within = (address: string): string => languageAsked(installation, address).address;
  return { from: within(from), to: to?.startsWith('/') ? within(to) : to, status };
}

/** Those among some addresses that would lead in a circle. Where something stands the way ends; that is only asked where it matters. */
async function inCircles(installation: Installation, all: readonly Redirect[]): Promise<Set<string>> {
  const perhaps = circlesIn(all, () => false);
  const standing = new Set<string>();
  for (const { to } of perhaps)
    if (to !== null && !isPattern(to) && (await resolveAddress(installation, to))) standing.add(to);
  return new Set(circlesIn(perhaps.length > 0 ? all : [], (at) => standing.has(at)).map(({ from }) => from));
}

/** What addresses would do, each after the ones before it; `instead` is the one whose place the only one takes. */
export async function planRedirects(
  installation: Installation,
  given: readonly NewRedirect[],
  instead?: RedirectRow,
): Promise<Plan> {
  const origin = installation.settings.address;
  const rows = await allRedirects(installation.content);
  const kept = new Map<string, NonNullable<Planned['keeps']>>(rows.map((row) => [row.address, row]));
  if (instead) kept.delete(instead.address);
  const before = new Set(kept.keys());
  const seen = new Set<string>();
  const all: Planned[] = [];
  for (const [i, each] of given.entries()) {
    const { value: typed, faults } = parseRedirect(each, origin);
    const value = inMainLanguage(installation, typed);
    const { from } = value;
    const no = (code: string, message: string): void => {
      faults.push({ path: '/from', code, message });
    };
    const there = kept.get(from);
    if (faults.length === 0) {
      if (seen.has(from)) no('twice', `“${from}” stands in here twice.`);
      else if (!isPattern(from) && (await resolveAddress(installation, from)))
        no('shadow', `Something stands at “${from}”: visitors get that.`);
      else if (!there && kept.size >= redirectBounds.all)
        no('most', `There are ${redirectBounds.all} already; take some away first.`);
      else if (
        !there &&
        isPattern(from) &&
        [...kept.values()].filter(({ isPattern: one }) => one === 1).length >= redirectBounds.patterns
      )
        no('most', `There are ${redirectBounds.patterns} with “*” already; take some away first.`);
    }
    seen.add(from);
    if (faults.length > 0) {
      all.push(refused(i + 1, from || each.from, faults));
      continue;
    }
    const said = rowOf(value);
    const isSame = there !== undefined && there.leadsTo === said.leadsTo && there.status === said.status;
    const was = there ?? instead;
    const keeps = {
      ...said,
      uuid: was?.uuid ?? newId(),
      revision: (was?.revision ?? 0) + 1,
    };
    kept.set(from, keeps);
    all.push({
      row: i + 1,
      from,
      does: isSame ? 'same' : before.has(from) || instead ? 'changes' : 'new',
      faults: [],
      ...(isSame ? {} : { keeps }),
    });
  }
  const circles = await inCircles(installation, [...kept.values()].map(saidBy));
  const told = all.map((each) =>
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
  return { planned: told, state: stateOf(rows) };
}
