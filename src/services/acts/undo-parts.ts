import type { Id } from '../../core/ids';
import {
  actByUuid,
  changesOf,
  countChanges,
  manyChangesLeft,
  manySorts,
  type ActChange,
} from '../../store/acts';
import { sites } from '../../store/sites';
import { inAct, type Act } from '../records/act';
import type { Job, Step } from '../long-work/doers';
import type { Installation } from '../runtime/installation';
import { notFound, ruleViolation } from '../runtime/refusal';
import { recordsOf, seeUndone, TAKEN_BACK } from './undo';
import { undoThings, type Left } from './undo-things';

/** Where taking an act back in parts goes on: after which record, and what had to stay as it is so far. */
export interface UndoPosition {
  after: Id;
  left: string[];
  stayed: number;
}

/** How many records one part takes back at the most: about a tenth of a second. */
const PART = 25;
/** How many of the things that stay as they are are told with their reason. */
const TOLD = 5;

const wordsOf = ({ label, why }: Left): string => (label ? `${label}: ${why}` : why);

function toldOf({ left, stayed }: UndoPosition): string | undefined {
  if (stayed === 0) return undefined;
  const more = stayed - left.length;
  return `Not taken back: ${left.join(' ')}${more > 0 ? ` And ${more.toLocaleString('en')} more.` : ''}`;
}

/**
 * Takes back the next part of an act. The first does all but entries and media; what takes the act back is there from then on.
 * What it has taken back already is passed over, so a part done again does nothing.
 */
export async function undoPart(
  installation: Installation,
  { input: { act: id, undo }, person }: Job<'undo'>,
  position: UndoPosition | undefined,
): Promise<Step<UndoPosition>> {
  const from: UndoPosition = position ?? { after: '', left: [], stayed: 0 };
  const doer = person === null ? null : { id: person };
  const part = await inAct(installation, doer, async (act) => {
    const row = await actByUuid(act.tx, id);
    if (!row) throw notFound('act');
    if (row.undoneBy !== null && row.undoneBy !== undo) throw ruleViolation(TAKEN_BACK);
    const begun = await actByUuid(act.tx, undo);
    const changes = begun
      ? await manyChangesLeft(act.tx, row.id, begun.id, from.after, PART)
      : (await changesOf(act.tx, row.id)).filter(({ sort }) => !manySorts.includes(sort));
    const left = await undoSome(act, changes);
    await act.keep(`took back: ${row.what}`, { undoes: row.id, partOf: undo });
    const undone = await actByUuid(act.tx, undo);
    return {
      over: begun !== undefined && changes.length < PART,
      after: begun ? (changes.at(-1)?.target ?? from.after) : '',
      left,
      total: await countChanges(act.tx, row.id),
      done: undone ? await countChanges(act.tx, undone.id) : 0,
      all: await sites(act.tx),
    };
  });
  seeUndone(installation, part.all);
  const next: UndoPosition = {
    after: part.after,
    left: [...from.left, ...part.left.map(wordsOf)].slice(0, TOLD),
    stayed: from.stayed + part.left.length,
  };
  const told = toldOf(next);
  return {
    position: part.over ? undefined : next,
    done: part.over ? part.total : part.done,
    total: part.total,
    ...(told === undefined ? {} : { told }),
  };
}

const undoSome = async (act: Act, changes: readonly ActChange[]): Promise<Left[]> =>
  undoThings(act, changes, await recordsOf(act.tx, changes));
