import type { ReactElement } from 'react';
import { GAP, numbersAround } from '../core/site/numbered';
import type { DrawnListing } from '../core/site/visitor-page';
import { wordsFor } from './words';

/** The ways between the pages of results of a listing. */
export function ResultWays({
  results: { here, addresses },
  locale,
}: {
  results: NonNullable<DrawnListing['results']>;
  locale: string;
}): ReactElement {
  const words = wordsFor(locale);
  const [previous, next] = [addresses[here - 2], addresses[here]];
  return (
    <nav className="results" aria-label={words.results}>
      {previous !== undefined && (
        <a href={previous} rel="prev">
          {words.previous}
        </a>
      )}
      <ol>
        {numbersAround(here, addresses.length).map((n, i) => (
          <li key={i}>
            {n === GAP ? (
              '…'
            ) : (
              <a
                href={addresses[n - 1]}
                aria-label={words.resultPage(n)}
                aria-current={n === here ? 'page' : undefined}
              >
                {n}
              </a>
            )}
          </li>
        ))}
      </ol>
      {next !== undefined && (
        <a href={next} rel="next">
          {words.next}
        </a>
      )}
    </nav>
  );
}
