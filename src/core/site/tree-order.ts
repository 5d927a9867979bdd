/**
 * Pages in the order in which they stand in their trees, each after its parent. Siblings are given in their order; what
 * stands below a page that is not given is left out.
 */
export function inTreeOrder<K, P extends { parent: K | null }>(
  pages: readonly P[],
  keyOf: (page: P) => K,
): P[] {
  const below = new Map<K | null, P[]>();
  for (const page of pages) {
    const siblings = below.get(page.parent);
    if (siblings) siblings.push(page);
    else below.set(page.parent, [page]);
  }
  const inOrder: P[] = [];
  const add = (page: P): void => {
    inOrder.push(page);
    below.get(keyOf(page))?.forEach(add);
  };
  below.get(null)?.forEach(add);
  return inOrder;
}
