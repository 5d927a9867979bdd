import type { ReactElement } from 'react';
import type { Item } from '../core/mapping/arrangement/arrange';
import { wordsFor } from './words';

/** Who published an item, and how often its page was read, where the settings show that. */
export function Byline({
  byline,
  locale,
}: {
  byline: Item['byline'] | undefined;
  locale: string;
}): ReactElement | null {
  if (!byline) return null;
  const { author, visits } = byline;
  return (
    <p className="byline">
      {[author, visits === undefined ? undefined : wordsFor(locale).visits(visits)]
        .filter((words) => words !== undefined)
        .join(' · ')}
    </p>
  );
}
