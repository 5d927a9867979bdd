import type { ManyHeld } from '../../../contract/many';
import type { Id } from '../../../core/ids';
import { actByUuid, countChangesOf, targetsChanged } from '../../../store/acts';
import { putGiven } from '../../../store/given-work';
import { recordsByIds, type KeptRecord } from '../../../store/records';
import type { Person } from '../../people/person';
import { inAct, type Act } from '../../records/act';
import { SENT } from '../../records/review';
import { allGoLive, comeDown } from '../../records/versions';
import { changeRecords, putInBin } from '../../records/working';
import type { Installation } from '../../runtime/installation';
import { showEntries } from '../publish';
import { changeInWords, type KnownChange } from './known-change';
import type { Meant } from './meant';
import { weigh, type Weighed } from './weigh';

/** What a part came to. */
export interface PartDone {
  changed: number;
  same: number;
  held: ManyHeld[];
}

async function apply(act: Act, change: KnownChange, weighed: readonly Weighed[]): Promise<void> {
  const records = weighed.map(({ record }) => record);
  const saying = (why: string, stage?: 'draft' | 'review') =>
    changeRecords(
      act,
      records.map((record) => ({ record, patch: { why, ...(stage ? { stage } : {}) } })),
    );
  const forEach = async (work: (record: KeptRecord) => Promise<void>) => {
    for (const record of records) await work(record);
  };
  switch (change.does) {
    case 'field':
      return changeRecords(
        act,
        weighed.flatMap(({ record, ...each }) =>
          'body' in each && each.body !== undefined
            ? [{ record, patch: { body: each.body, why: 'changed with others' } }]
            : [],
        ),
      );
    case 'publish':
      return showEntries(act, records);
    case 'schedule':
      await allGoLive(act, records, change.span);
      return saying('published', 'draft');
    case 'withdraw':
      await forEach((record) => comeDown(act, record.id));
      return saying('withdrawn');
    case 'submit':
      return saying(SENT, 'review');
    case 'bin':
      await forEach(async (record) => {
        await comeDown(act, record.id);
        await putInBin(act, record.id, true);
      });
      return saying('binned', 'draft');
    case 'restore':
      await forEach((record) => putInBin(act, record.id, false));
      return saying('restored');
    case 'give': {
      const { to: person, day, words } = change;
      return forEach((record) =>
        putGiven(act.tx, { record: record.id, person, day, words, at: act.now, givenBy: act.by }),
      );
    }
  }
}

/**
 * Does a change to some entries (by integer key) as a part of an act. What the act changed already is passed over, so that a
 * part done again does nothing.
 */
export const changePart = (
  installation: Installation,
  person: Pick<Person, 'id' | 'limits'>,
  meant: Pick<Meant, 'change' | 'typeOf'>,
  keys: readonly number[],
  actId: Id,
): Promise<PartDone> =>
  inAct(installation, person, async (act) => {
    const { tx } = act;
    const { change } = meant;
    const begun = await actByUuid(tx, actId);
    const records = await recordsByIds(tx, keys);
    const over = new Set(
      begun
        ? await targetsChanged(
            tx,
            begun.id,
            records.map(({ uuid }) => uuid),
          )
        : [],
    );
    const weighed = await weigh(
      tx,
      installation,
      meant,
      records.filter(({ uuid }) => !over.has(uuid)),
    );
    const changed = weighed.filter(({ comes }) => comes === 'changed');
    await apply(act, change, changed);
    if (changed.length > 0 && change.does !== 'give') {
      const all = changed.length + (begun ? await countChangesOf(tx, begun.id, 'entry') : 0);
      await act.keep(changeInWords(change, all), { partOf: actId });
    }
    return {
      changed: changed.length + over.size,
      same: weighed.filter(({ comes }) => comes === 'same').length,
      held: weighed.flatMap((each) =>
        each.comes === 'held' ? [{ id: each.record.uuid, title: each.record.title, why: each.why }] : [],
      ),
    };
  });
