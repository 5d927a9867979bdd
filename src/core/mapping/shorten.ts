/** Cuts at a word's end so that at most `most` characters stand, the sign of shortening included. */
export function shorten(text: string, most: number): string {
  const characters = Array.from(text);
  if (characters.length <= most) return text;
  const cut = characters.slice(0, Math.max(0, most - 1)).join('');
  const space = cut.search(/\s+\S*$/);
  return `${(space > most / 2 ? cut.slice(0, space) : cut).replace(/[\s.,;:!?–-]+$/, '')}…`;
}
