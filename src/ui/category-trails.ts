import type { CategoryAnswer } from '../contract/categories';
import type { Id } from '../core/ids';

/** The trail of each category in words, from the top down. */
export function trailsOf(items: readonly CategoryAnswer[]): Map<Id, string> {
  const way: string[] = [];
  return new Map(
    items.map(({ id, depth, label }) => {
      way.length = depth;
      way.push(label);
      return [id, way.join(' › ')];
    }),
  );
}
