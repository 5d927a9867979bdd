import type { ManyAsked, ManyOfAllAsked, ManyDone, ManyHeld, ManyTried } from '../../../contract/many';
import { newId, type Id } from '../../../core/ids';
import { personById } from '../../../store/people';
import { recordsByIds } from '../../../store/records';
import type { Job, Step } from '../../long-work/doers';
import type { Person } from '../../people/person';
import { pageLink } from '../../reach/pages';
import { reachOfTypes } from '../../reach/entry';
import type { Installation } from '../../runtime/installation';
import { notFound } from '../../runtime/refusal';
import { changePart } from './change-part';
import { showsOnPages } from './known-change';
import { meantBy } from './meant';
import { weigh } from './weigh';

/** How many are changed while one waits; more are long work. */
const AT_ONCE = 200;
/** How many one write changes: about a tenth of a second. */
const PART = 200;
/** How many are looked at to say beforehand what a change comes to. */
const LOOKED = 500;
/** How many of those that cannot be changed are told with why. */
const TOLD = 20;

type Asked = ManyAsked | ManyOfAllAsked;

/** What a change of many entries comes to, of a type or of all content, before anything is done. */
export async function tryMany(
  installation: Installation,
  person: Person,
  id: Id | undefined,
  asked: Asked,
): Promise<ManyTried> {
  const { content } = installation;
  const meant = await meantBy(installation, person, id, asked);
  const records = await recordsByIds(content, await meant.which.after(0, LOOKED));
  const weighed = await weigh(content, installation, meant, records);
  const held = weighed.flatMap((each): ManyHeld[] =>
    each.comes === 'held' ? [{ id: each.record.uuid, title: each.record.title, why: each.why }] : [],
  );
  const count = (comes: 'changed' | 'same') => weighed.filter((each) => each.comes === comes).length;
  const types = new Set(
    weighed.flatMap(({ comes, record }) =>
      comes === 'changed' && record.type !== null ? [record.type] : [],
    ),
  );
  const pages = showsOnPages(meant.change) ? await reachOfTypes(content, installation, types) : [];
  return {
    total: meant.which.total,
    looked: records.length,
    changed: count('changed'),
    same: count('same'),
    held: held.length,
    firstHeld: held.slice(0, TOLD),
    pages: pages.map(pageLink),
  };
}

/** Where changing many goes on: after which entry, and what it came to so far. */
export interface ManyPosition {
  after: number;
  changed: number;
  same: number;
  held: number;
  firstHeld: ManyHeld[];
  total: number;
}

/** Changes the next part of what was asked for; nothing is left where it answers no part. */
async function nextPart(
  installation: Installation,
  person: Pick<Person, 'id' | 'role' | 'limits'>,
  type: Id | undefined,
  asked: Asked,
  act: Id,
  position: ManyPosition | undefined,
): Promise<ManyPosition | undefined> {
  const meant = await meantBy(installation, person, type, asked);
  const { which, change } = meant;
  const from = position ?? { after: 0, changed: 0, same: 0, held: 0, firstHeld: [], total: which.total };
  const keys = await which.after(from.after, PART);
  if (keys.length === 0) return undefined;
  const part = await changePart(installation, person, meant, keys, act);
  // What many entries show may be anywhere.
  if (showsOnPages(change) && part.changed > 0) installation.rendered.renewAll();
  return {
    after: keys.at(-1) ?? from.after,
    changed: from.changed + part.changed,
    same: from.same + part.same,
    held: from.held + part.held.length,
    firstHeld: [...from.firstHeld, ...part.held].slice(0, TOLD),
    total: from.total,
  };
}

/** Changes many entries, of a type or of all content, as one act: at once where they are few, else beside all other work. */
export async function changeMany(
  installation: Installation,
  person: Person,
  id: Id | undefined,
  asked: Asked,
): Promise<ManyDone> {
  const {
    change,
    which: { total },
    within,
  } = await meantBy(installation, person, id, asked);
  const act = newId();
  const isAct = change.does !== 'give';
  if (total > AT_ONCE) {
    const goesOn = await installation.queue.put({
      kind: 'changeMany',
      input: { ...(id === undefined ? {} : { type: id }), act, asked },
      // It waits or goes on: what was done is told by the act.
      what: `Change ${total.toLocaleString('en')} entries of ${within} together`,
      person: person.id,
    });
    return { changed: 0, same: 0, held: 0, firstHeld: [], act: isAct ? act : null, goesOn };
  }
  let done: ManyPosition = { after: 0, changed: 0, same: 0, held: 0, firstHeld: [], total };
  for (;;) {
    const next = await nextPart(installation, person, id, asked, act, done);
    if (!next) break;
    done = next;
  }
  const { changed, same, held, firstHeld } = done;
  return { changed, same, held, firstHeld, act: isAct && changed > 0 ? act : null };
}

/** Changes the next part, as long work. */
export async function manyStep(
  installation: Installation,
  { input: { type, act, asked }, person: id }: Job<'changeMany'>,
  position: ManyPosition | undefined,
): Promise<Step<ManyPosition>> {
  const person = id === null ? undefined : await personById(installation.content, id);
  if (!person) throw notFound('person');
  const next = await nextPart(installation, person, type, asked, act, position);
  const { changed = 0, same = 0, held = 0, total = 0 } = next ?? position ?? {};
  const seen = changed + same + held;
  const apart = [
    ...(same > 0 ? [`${same.toLocaleString('en')} said so already.`] : []),
    ...(held > 0 ? [`${held.toLocaleString('en')} could not be changed.`] : []),
  ].join(' ');
  return {
    position: next,
    done: next ? seen : Math.max(seen, total),
    total: Math.max(total, seen),
    ...(apart ? { told: apart } : {}),
  };
}
