import slugify from '@sindresorhus/slugify';

/** The longest slug that is kept, whatever a rule says. */
export const slugBound = 96;

/**
 * The last piece of an address, made from words: lower-case letters, digits and hyphens, small words of the locale
 * left out (never all of them), cut at a word's end. Empty when the words hold nothing that can stand in an address.
 */
export function slugFrom(
  words: string,
  rule: { drop: Record<string, string[]>; atMost: number },
  locale: string,
): string {
  const drop = new Set(
    (rule.drop[locale] ?? rule.drop[locale.split('-')[0] ?? ''] ?? []).map((word) => slugify(word)),
  );
  const pieces = slugify(words, { decamelize: false }).split('-').filter(Boolean);
  const telling = pieces.filter((piece) => !drop.has(piece));
  const atMost = Math.min(rule.atMost, slugBound);
  let slug = '';
  for (const piece of telling.length > 0 ? telling : pieces) {
    const longer = slug ? `${slug}-${piece}` : piece;
    if (longer.length > atMost) break;
    slug = longer;
  }
  return slug || (telling[0] ?? pieces[0] ?? '').slice(0, atMost);
}

/** The slug itself if it is free, else with the first free number behind it. */
export function freeSlug(slug: string, taken: (slug: string) => boolean): string {
  if (!taken(slug)) return slug;
  let n = 2;
  while (taken(`${slug}-${n}`)) n += 1;
  return `${slug}-${n}`;
}

const slugShape = /^[a-z0-9]+(-[a-z0-9]+)*$/;
export const isSlug = (text: string): boolean => text.length <= slugBound && slugShape.test(text);
