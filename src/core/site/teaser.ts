import { pointer, type Fault } from '../faults';
import { isJsonObject, type Json } from '../json';
import type { FaceContent, Shown } from '../mapping/face';
import { partKeys, type PartKey } from '../mapping/parts';
import { shorten } from '../mapping/shorten';

/** The parts of a face that a teaser may leave out; its heading always stands. */
export const teaserParts: readonly PartKey[] = partKeys.filter((part) => part !== 'heading');

/** How few and how many characters a teaser's words may be shortened to. */
export const teaserBounds = { least: 20, most: 1000 } as const;

/** What a teaser leaves out of what it leads to, and to how many characters it shortens its words. */
export interface TeaserRule {
  without: PartKey[];
  shorten?: number;
}

/** Reads what a teaser shows. What is left out is as usual; with any fault nothing may be kept. */
export function parseTeaser(
  given: Json | undefined,
  path: string,
): { rule: TeaserRule | undefined; faults: Fault[] } {
  if (given === undefined || given === null) return { rule: undefined, faults: [] };
  const faults: Fault[] = [];
  const refuse = (at: string, code: string, message: string) => faults.push({ path: at, code, message });
  if (!isJsonObject(given)) {
    refuse(path, 'kind', 'A teaser says which parts it leaves out, and how long its words are.');
    return { rule: undefined, faults };
  }
  for (const key of Object.keys(given))
    if (key !== 'without' && key !== 'shorten')
      refuse(pointer(path, key), 'unknown', `"${key}" means nothing in a teaser.`);
  const { without = [], shorten: most } = given;
  const parts = teaserParts.filter((part) => Array.isArray(without) && without.includes(part));
  if (!Array.isArray(without) || parts.length < without.length)
    refuse(pointer(path, 'without'), 'value', `It may leave out: ${teaserParts.join(', ')}; each once.`);
  const isBound = (value: Json): value is number =>
    typeof value === 'number' &&
    Number.isInteger(value) &&
    value >= teaserBounds.least &&
    value <= teaserBounds.most;
  if (most !== undefined && most !== null && !isBound(most))
    refuse(
      pointer(path, 'shorten'),
      'value',
      `Its words are shortened to ${teaserBounds.least} to ${teaserBounds.most} characters.`,
    );
  if (faults.length > 0) return { rule: undefined, faults };
  return {
    rule: { without: parts, ...(typeof most === 'number' ? { shorten: most } : {}) },
    faults,
  };
}

/** A face as a teaser shows it: without what is left out, its words cut at a word's end. */
export function inSmall(face: FaceContent, { without, shorten: most }: TeaserRule): FaceContent {
  const kept = Object.fromEntries(
    Object.entries(face).filter(([part]) => !without.some((each) => each === part)),
  ) as FaceContent;
  if (most === undefined) return kept;
  const short = ({ text: _text, ...shown }: Shown): Shown => ({
    ...shown,
    words: shorten(shown.words, most),
  });
  return {
    ...kept,
    ...(kept.summary ? { summary: kept.summary.map(short) } : {}),
    ...(kept.text ? { text: kept.text.map(short) } : {}),
  };
}

/** The face of a teaser: what it leads to as its rule has it. Its own words stay as they are. */
export const teaserFace = (face: FaceContent, rule: TeaserRule | undefined): FaceContent =>
  rule && face.further
    ? {
        ...face,
        further: face.further.map((shown) =>
          shown.face ? { ...shown, face: inSmall(shown.face, rule) } : shown,
        ),
      }
    : face;
