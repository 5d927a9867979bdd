import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { wordsOfCategory } from '../../store/category-words';
import type { Reader } from '../../store/database';
import { placeOf, type PlacedPage } from '../../store/pages';
import { recordById } from '../../store/records';
import { schemeShownBy } from './pages';
import type { Installation } from '../runtime/installation';
import { pageBody, type PageBody } from '../records/bodies';
import { binAddress } from '../../core/site/address';
import { giveWords, placePages } from '../pages/placing';
import type { Act } from '../records/act';
import { changeRecord, putInBin } from '../records/working';
import { ruleViolation, invalidInput } from '../runtime/refusal';
import { comeDown } from '../records/versions';

/**
 * Where words of a category stand in the tree: in no place of their own. The category's place tells where
 * visitors find them.
 */
export const placeOfWords = (uuid: Id): string => `category:${uuid}`;

/** Checks that a page of a type may hold the words of a category below another page. */
export async function expectWords(
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  parent: PlacedPage | null,
  category: Id,
): Promise<void> {
  const scheme = schemeShownBy(installation, type);
  const found = installation.categories.get(category);
  if (!scheme || !found || found.scheme !== scheme.id)
    throw invalidInput([
      { path: '/category', code: 'not-there', message: `${type.definition.label} shows no such category.` },
    ]);
  if (parent?.type !== type.id || parent.category !== null)
    throw invalidInput([
      {
        path: '/parent',
        code: 'placement',
        message: `Words of a category stand below the ${type.definition.label} that says how all of them are.`,
      },
    ]);
  if (
    (await wordsOfCategory(reader, installation.keyMap.of(category))).some(
      (each) => each.parent === parent.record,
    )
  )
    throw ruleViolation(`${found.label} has words of its own already.`);
}

const into = (body: PageBody, other: PageBody): PageBody => ({
  ...other,
  values: { ...body.values, ...other.values },
  slots: Object.fromEntries(
    [...new Set([...Object.keys(other.slots ?? {}), ...Object.keys(body.slots ?? {})])].map((slot) => [
      slot,
      [...(other.slots?.[slot] ?? []), ...(body.slots?.[slot] ?? [])],
    ]),
  ),
});

/**
 * What editors wrote for a category that goes into another, or goes away. The other takes its words over; where it has
 * some already, those of the first are put behind them in the working version, for an editor to settle. Words that no
 * category takes go to the bin.
 */
export async function handOverWords(act: Act, from: Id, to: Id | undefined): Promise<void> {
  const { tx, inside } = act;
  const heirs = to === undefined ? [] : await wordsOfCategory(tx, inside.keyMap.of(to));
  for (const { record, parent } of await wordsOfCategory(tx, inside.keyMap.of(from))) {
    const heir = heirs.find((each) => each.parent === parent);
    if (to !== undefined && !heir) {
      await giveWords(act, record, inside.keyMap.of(to));
      continue;
    }
    const [kept, other] = [await recordById(tx, record), heir && (await recordById(tx, heir.record))];
    if (kept && other) {
      const body = into(pageBody(kept.body), pageBody(other.body));
      await changeRecord(act, other, {
        body: JSON.stringify(body),
        stage: 'draft',
        why: 'categories merged',
      });
    }
    const place = await placeOf(tx, record);
    await comeDown(act, record);
    await putInBin(act, record, true);
    if (place) await placePages(act, [{ ...place, address: binAddress(place.uuid) }]);
  }
}
