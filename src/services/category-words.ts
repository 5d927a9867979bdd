import type { Id } from '../core/ids';
import type { CompiledType } from '../core/model/compile';
import type { PageType } from '../core/model/document';
import { putCategoryWords, wordsOfCategory } from '../store/category-words';
import type { Asker, Tx } from '../store/database';
import { placeOf, putPlaces, type PlacedPage } from '../store/pages';
import { changeWorking, note, recordById, setBinned, setRefs } from '../store/records';
import { schemeShownBy } from './category-pages';
import type { House } from './house';
import { pageBody, type PageBody } from './kept-body';
import { pageFaults } from './page-faults';
import type { Person } from './people';
import { against, unreadable } from './refusal';
import { comeDown } from './versions';

/** Where words of a category stand in the tree: in no place of their own. The category's place tells where visitors find them. */
export const placeOfWords = (uuid: Id): string => `category:${uuid}`;

/** Checks that a page of a type may hold the words of a category below another page. */
export async function expectWords(asker: Asker, house: House, type: CompiledType<PageType>, parent: PlacedPage | null, category: Id): Promise<void> {
  const scheme = schemeShownBy(house, type);
  const found = house.categories.get(category);
  if (!scheme || !found || found.scheme !== scheme.id) throw unreadable([{ path: '/category', code: 'not-there', message: `${type.is.label} shows no such category.` }]);
  if (parent?.type !== type.id || parent.category !== null) throw unreadable([{ path: '/parent', code: 'placement', message: `Words of a category stand below the ${type.is.label} that says how all of them are.` }]);
  if ((await wordsOfCategory(asker, house.surrogates.of(category))).some((each) => each.parent === parent.record)) throw against(`${found.label} has words of its own already.`);
}

const into = (body: PageBody, other: PageBody): PageBody => ({
  ...other, values: { ...body.values, ...other.values },
  slots: Object.fromEntries([...new Set([...Object.keys(other.slots ?? {}), ...Object.keys(body.slots ?? {})])].map((slot) => [slot, [...(other.slots?.[slot] ?? []), ...(body.slots?.[slot] ?? [])]])),
});

/**
 * What editors wrote for a category that goes into another, or goes away. The other takes its words over; where it has
 * some already, those of the first are put behind them in the working version, for an editor to settle. Words that no
 * category takes go to the bin.
 */
export async function handOverWords(tx: Tx, house: House, person: Person, from: Id, to: Id | undefined): Promise<void> {
  const heirs = to === undefined ? [] : await wordsOfCategory(tx, house.surrogates.of(to));
  for (const { record, parent } of await wordsOfCategory(tx, house.surrogates.of(from))) {
    const heir = heirs.find((each) => each.parent === parent);
    if (to !== undefined && !heir) {
      await putCategoryWords(tx, record, house.surrogates.of(to));
      continue;
    }
    const [kept, other] = [await recordById(tx, record), heir && (await recordById(tx, heir.record))];
    const type = house.model.pageType(kept?.type ?? '');
    if (kept && other && type) {
      const body = into(pageBody(kept.body), pageBody(other.body));
      const faults = await pageFaults(tx, house, type, body, true);
      await changeWorking(tx, other, { title: other.title, body: JSON.stringify(body), faults: faults.length, stage: 'draft', at: house.now(), by: person.id, why: 'categories merged' });
    }
    const place = await placeOf(tx, record);
    await comeDown(tx, record, house.now());
    for (const side of [0, 1] as const) await setRefs(tx, record, side, []);
    await setBinned(tx, record, house.now());
    if (place) await putPlaces(tx, [{ ...place, address: `bin:${place.uuid}` }]);
    await note(tx, house.now(), person.id, 'binned the words of a category', record);
  }
}
