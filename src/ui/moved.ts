/** The same things, with the one at a place at another. */
export function moved<T>(items: readonly T[], from: number, to: number): T[] {
  const next = [...items];
  const [taken] = next.splice(from, 1);
  if (taken !== undefined) next.splice(to, 0, taken);
  return next;
}
