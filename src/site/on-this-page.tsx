import type { ReactElement } from 'react';
import type { ContentsItem } from '../core/site/contents';
import type { SiteWords } from './words';

/**
 * What leads to the headings on a page. Beside what is read it stands in a wide window, right behind the heading of the
 * page in a narrow one.
 */
export const OnThisPage = ({
  items,
  words,
  where,
}: {
  items: readonly ContentsItem[];
  words: SiteWords;
  where: 'aside' | 'behind' | 'always';
}): ReactElement | null =>
  items.length === 0 ? null : (
    <nav className={`on-page ${where}`} aria-label={words.onThisPage}>
      <p>{words.onThisPage}</p>
      <ul>
        {items.map(({ words: label, anchor }) => (
          <li key={anchor}>
            <a href={`#${anchor}`}>{label}</a>
          </li>
        ))}
      </ul>
    </nav>
  );
