import { pointer } from '../../faults';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../../json';
import { layFlat, stayingBlocks, wholeBlock, type PlacedBlock, type PlacedBlocks } from './placed-blocks';

/**
 * What a version of a record says, spoken by keys as at the door: `values` and, by language, `translations`;
 * `slots` with blocks; `rule`, `settings` and whatever else belongs to records of its sort.
 */
export type VersionContent = JsonObject;

/** One thing in which two versions differ. */
export interface Difference {
  /**
   * Where: a JSON Pointer (RFC 6901) into the later version, blocks by their ids; of what was taken out,
   * into the earlier one.
   */
  path: string;
  change: 'changed' | 'new' | 'out' | 'moved';
  /** What stands there in each; undefined is nothing. Of what only moved, the block itself. */
  before: Json | undefined;
  after: Json | undefined;
}

/** Parts of a version that are compared name by name. */
const byName = ['values', 'rule', 'settings', 'byHand'];
/** What belongs to a block besides its values and its slots. */
const ofBlock = [
  ...['variant', 'widths', 'spaced', 'listing', 'questions', 'navigation', 'teaser', 'shared', 'differs'],
  ...['hidden', 'from', 'until', 'seenBy', 'preset'],
];

const own = (of: Json | undefined, key: string): Json | undefined =>
  isJsonObject(of) && Object.hasOwn(of, key) && of[key] !== null ? of[key] : undefined;

const namesIn = (...objects: (Json | undefined)[]): string[] => [
  ...new Set(objects.flatMap((each) => (isJsonObject(each) ? Object.keys(each) : []))),
];

/** Nothing, an empty text and an empty list say the same. */
const isEmpty = (value: Json | undefined): boolean =>
  value === undefined || value === '' || (Array.isArray(value) && value.length === 0);

function changed(path: string, before: Json | undefined, after: Json | undefined): Difference[] {
  if (sameJson(before, after) || (isEmpty(before) && isEmpty(after))) return [];
  return [{ path, change: 'changed', before, after }];
}

const changedByName = (path: string, before: Json | undefined, after: Json | undefined): Difference[] =>
  namesIn(before, after).flatMap((name) => changed(pointer(path, name), own(before, name), own(after, name)));

const changedTranslations = (path: string, before: Json | undefined, after: Json | undefined): Difference[] =>
  namesIn(before, after).flatMap((locale) =>
    changedByName(pointer(path, locale), own(before, locale), own(after, locale)),
  );

const changedInBlock = ({ path, block: after }: PlacedBlock, before: JsonObject): Difference[] => [
  ...changedByName(pointer(path, 'values'), before.values, after.values),
  ...changedTranslations(pointer(path, 'translations'), before.translations, after.translations),
  ...ofBlock.flatMap((name) => changed(pointer(path, name), own(before, name), own(after, name))),
];

function changedSlots(was: PlacedBlocks, is: PlacedBlocks): Difference[] {
  const staying = stayingBlocks(was, is);
  /** What stands inside a block that is new, or gone, goes with it. */
  const apart = ({ inside }: PlacedBlock, there: PlacedBlocks) => inside === null || there.blocks.has(inside);
  const differences: Difference[] = [];
  for (const placed of is.blocks.values()) {
    const { id, path } = placed;
    const earlier = was.blocks.get(id);
    if (earlier) {
      if (!staying.has(id))
        differences.push({ path, change: 'moved', before: earlier.block, after: placed.block });
      differences.push(...changedInBlock(placed, earlier.block));
    } else if (apart(placed, was))
      differences.push({ path, change: 'new', before: undefined, after: wholeBlock(is, id) });
  }
  for (const placed of was.blocks.values())
    if (!is.blocks.has(placed.id) && apart(placed, is))
      differences.push({
        path: placed.path,
        change: 'out',
        before: wholeBlock(was, placed.id),
        after: undefined,
      });
  return differences;
}

/**
 * Everything in which a later version of a record differs from an earlier one: field by field, in each
 * language; blocks by their ids, moved, added, taken out, or with other values. No difference says what
 * another says too.
 *
 * compareVersions({ values: { size: 4.2 } }, { values: { size: 4.6 } }) // [{ path: '/values/size', change:
 * 'changed', before: 4.2, after: 4.6 }]
 */
export const compareVersions = (before: VersionContent, after: VersionContent): Difference[] =>
  namesIn(before, after).flatMap((part): Difference[] => {
    const [was, is, path] = [own(before, part), own(after, part), pointer('', part)];
    if (part === 'slots') return changedSlots(layFlat(was), layFlat(is));
    if (part === 'translations') return changedTranslations(path, was, is);
    if (byName.includes(part)) return changedByName(path, was, is);
    return changed(path, was, is);
  });
