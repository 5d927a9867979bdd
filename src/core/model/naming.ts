import slugify from '@sindresorhus/slugify';

const keyShape = /^[a-z][A-Za-z0-9]{0,59}$/;
export const keyPattern = keyShape.source;
export const isKey = (text: string): boolean => keyShape.test(text);

/**
 * A key made from a label: lower camel case, free among those taken (compared without case). "Months seen"
 * gives `monthsSeen`.
 */
export function keyFrom(label: string, taken: Iterable<string>): string {
  const words = slugify(label, { decamelize: false }).split('-').filter(Boolean);
  const joined = words
    .map((word, i) => (i === 0 ? word : word.charAt(0).toUpperCase() + word.slice(1)))
    .join('')
    .slice(0, 40);
  const key = /^[a-z]/.test(joined) ? joined : `a${joined.charAt(0).toUpperCase()}${joined.slice(1)}`;
  const used = new Set([...taken].map((each) => each.toLowerCase()));
  if (!used.has(key.toLowerCase())) return key;
  let n = 2;
  while (used.has(`${key}${n}`.toLowerCase())) n += 1;
  return `${key}${n}`;
}
