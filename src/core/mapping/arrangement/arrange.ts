import type { Field } from '../../model/document';
import type { Arrangement, SetOut } from './arrangement';
import type { FaceContent } from '../face';
import { parts, partKeys, type Mapping, type PartKey } from '../parts';
import { dayFormatter } from '../../content/formatters';

/** One item of a listing: the entry by its id, and its face. */
export interface Item {
  id: string;
  face: FaceContent;
  /** Who published it, and how often its page was read, where the settings show that. */
  byline?: { author?: string; visits?: number };
  /** When (ms) it was said, where it is what a visitor said. */
  said?: number;
}

/** Items under a heading of their own. */
export interface ItemGroup {
  key: string;
  label: string;
  items: Item[];
}

/** What is written for items whose names begin with no letter, or that have no date. */
const OTHERS = '#';

/**
 * The letter under which a name stands in an index: its first, without accent, in capitals; the sign for
 * others where that is no letter.
 */
export function letterOf(name: string, locale: string): string {
  const [first = ''] = Array.from(name.trim().normalize('NFD').replace(/\p{M}/gu, ''));
  return /\p{L}/u.test(first) ? first.toLocaleUpperCase(locale) : OTHERS;
}

function grouped(
  items: readonly Item[],
  keyOf: (item: Item) => string,
  labelOf: (key: string) => string,
): ItemGroup[] {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return [...groups].map(([key, inside]) => ({ key, label: labelOf(key), items: inside }));
}

/**
 * Items by the first letters of their headings, the letters in the order of the locale (BCP 47), what begins
 * with none last.
 */
export function byLetter(items: readonly Item[], locale: string): ItemGroup[] {
  const { compare } = new Intl.Collator(locale);
  return grouped(
    items,
    ({ face }) => letterOf(face.heading?.[0]?.words ?? '', locale),
    (letter) => letter,
  ).sort((a, b) => Number(a.key === OTHERS) - Number(b.key === OTHERS) || compare(a.key, b.key));
}

/**
 * Items by the months of their dates, in the order in which they come; those without a date last, under the
 * words for them.
 */
export function byMonth(items: readonly Item[], locale: string, undated: string): ItemGroup[] {
  const month = dayFormatter(locale, { month: 'long', year: 'numeric' });
  const groups = grouped(
    items,
    ({ face }) => face.date?.[0]?.at?.slice(0, 7) ?? OTHERS,
    (key) => (key === OTHERS ? undated : month.format(new Date(`${key}-01T00:00:00Z`))),
  );
  return [...groups.filter(({ key }) => key !== OTHERS), ...groups.filter(({ key }) => key === OTHERS)];
}

/** What a part is called over its column: the label of the field that feeds it first, else of the part itself. */
function columnLabel(part: PartKey, mapping: Mapping, fields: readonly Field[]): string {
  for (const chain of mapping[part] ?? []) {
    for (const step of chain) {
      const field = 'field' in step ? fields.find(({ id }) => id === step.field.split('.')[0]) : undefined;
      if (field) return field.label;
    }
  }
  return parts[part].label;
}

export interface Column {
  part: PartKey;
  label: string;
}

/**
 * The columns of a table: the heading first, then every other part that the mapping feeds and that fits into
 * a cell.
 */
export function columnsOf(mapping: Mapping, fields: readonly Field[]): Column[] {
  const shown: readonly PartKey[] = [
    'heading',
    ...partKeys.filter((part) => part !== 'heading' && part !== 'text'),
  ];
  return shown.flatMap((part) =>
    mapping[part] ? [{ part, label: columnLabel(part, mapping, fields) }] : [],
  );
}

/** Items with their pictures in one ratio, where an arrangement asks for that. */
export function inRatio(
  items: readonly Item[],
  arrangement: Arrangement,
  { ratio }: SetOut,
): readonly Item[] {
  if (ratio === undefined || arrangement === 'index' || arrangement === 'table') return items;
  return items.map(({ face, ...item }) =>
    face.picture
      ? {
          ...item,
          face: {
            ...face,
            picture: face.picture.map((shown) =>
              shown.media ? { ...shown, media: { ...shown.media, ratio } } : shown,
            ),
          },
        }
      : { ...item, face },
  );
}
