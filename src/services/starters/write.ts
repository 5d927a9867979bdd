import type { NewStarter, StarterAnswer, StarterPatch } from '../../contract/starters';
import { copyOfBlock } from '../../core/content/block-edits';
import { parseHints } from '../../core/content/parse-slots';
import { newId, type Id } from '../../core/ids';
import { keyFrom } from '../../core/model/naming';
import { sharedSlot } from '../../core/model/shared-type';
import {
  addStarterRow,
  changeStarterRow,
  dropStarterRow,
  starterKeys,
  type StarterRow,
} from '../../store/starters';
import { pageBodyFrom } from '../pages/body';
import { pageTypeByKey } from '../pages/places';
import { expectWithoutLimits, type Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import type { PageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { changedSince, invalidInput } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { answerStarter, needStarter } from './answer';

/** How many starters an installation keeps. */
const MOST = 500;

/** What a starter is made of what was given: the blocks of its own, or a whole page. */
async function holding(
  { tx, inside }: Act,
  given: Omit<StarterPatch, 'name' | 'about'>,
): Promise<Pick<StarterRow, 'type' | 'body'>> {
  const type = given.type === undefined ? inside.model.shared : pageTypeByKey(inside, given.type);
  const isPage = given.type !== undefined;
  if (isPage === (given.blocks !== undefined))
    throw invalidInput([
      { path: '/blocks', code: 'holds', message: 'A starter is either blocks or a whole page of a type.' },
    ]);
  const { hints, faults } = parseHints(isPage ? type.fields : [], given.hints, '/hints');
  if (faults.length > 0) throw invalidInput(faults);
  const { values, translations, slots, layout, listing } = given;
  const said = {
    ...(values === undefined ? {} : { values }),
    ...(translations === undefined ? {} : { translations }),
    ...(slots === undefined ? {} : { slots }),
    ...(layout === undefined ? {} : { layout }),
    ...(listing === undefined ? {} : { listing }),
  };
  const body: PageBody = await pageBodyFrom(
    tx,
    inside,
    type,
    { values: {} },
    isPage ? said : { slots: { [sharedSlot.key]: given.blocks?.map(copyOfBlock) ?? [] } },
  );
  return { type: type.id, body: JSON.stringify({ ...body, ...(hints ? { hints } : {}) }) };
}

/** Keeps blocks or a whole page as a starter. */
export const addStarter = (
  installation: Installation,
  person: Person,
  { name, about = '', key, ...given }: NewStarter,
): Promise<StarterAnswer> =>
  inAct(installation, person, async (act) => {
    expectWithoutLimits(person, 'keeps and changes starters');
    const { tx } = act;
    const taken = await starterKeys(tx);
    if (taken.length >= MOST)
      throw invalidInput([
        {
          path: '',
          code: 'too-many',
          message: `There are ${MOST} starters, and no more are kept. Forget one first.`,
        },
      ]);
    if (key !== undefined && taken.some((each) => each.toLowerCase() === key.toLowerCase()))
      throw invalidInput([{ path: '/key', code: 'taken', message: `Another starter has the key “${key}”.` }]);
    const uuid = newId();
    await act.touchStarter(uuid);
    await addStarterRow(tx, {
      uuid,
      key: key ?? keyFrom(name, taken),
      name: name.trim(),
      about: about.trim(),
      ...(await holding(act, given)),
      revision: 1,
      changedAt: act.now,
      changedBy: act.by,
    });
    await act.keep('kept a starter');
    return answerStarter(tx, act.inside, await needStarter(tx, uuid));
  });

/** A starter at the revision its writer read, about to be changed. */
async function guarded(act: Act, id: Id, revision: number, yours: object): Promise<StarterRow> {
  const row = await needStarter(act.tx, id);
  if (!revisionMatches(row.revision, revision))
    throw changedSince({ ...(await answerStarter(act.tx, act.inside, row)) }, yours);
  await act.touchStarter(row.uuid);
  return row;
}

export const changeStarter = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: StarterPatch,
): Promise<StarterAnswer> =>
  inAct(installation, person, async (act) => {
    expectWithoutLimits(person, 'keeps and changes starters');
    const row = await guarded(act, id, revision, patch);
    const { name, about, ...given } = patch;
    const held = given.blocks === undefined && given.type === undefined ? {} : await holding(act, given);
    await changeStarterRow(act.tx, row.uuid, {
      ...(name === undefined ? {} : { name: name.trim() }),
      ...(about === undefined ? {} : { about: about.trim() }),
      ...held,
      ...{ revision: row.revision + 1, changedAt: act.now, changedBy: act.by },
    });
    await act.keep('body' in held ? 'replaced a starter' : 'described a starter');
    return answerStarter(act.tx, act.inside, await needStarter(act.tx, id));
  });

/** Lets go of a starter. What began with it stays, and a page type that names it begins without. */
export const forgetStarter = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> =>
  inAct(installation, person, async (act) => {
    expectWithoutLimits(person, 'keeps and changes starters');
    const row = await guarded(act, id, revision, {});
    await dropStarterRow(act.tx, row.uuid);
    await act.keep('forgot a starter');
  });
