import type { ReactElement } from 'react';
import type { DrawnListing } from '../core/site/visitor-page';
import { wordsFor } from './words';

/**
 * What visitors may filter a list by: every value is a way to the list without the others, or back. In a narrow window it
 * is folded until something is chosen, so that the list itself is not far down.
 */
export function Facets({
  facets: { fields, clear },
  matching,
  locale,
}: {
  facets: NonNullable<DrawnListing['facets']>;
  matching: number;
  locale: string;
}): ReactElement | null {
  const words = wordsFor(locale);
  if (fields.length === 0) return null;
  return (
    <nav className="facets" aria-label={words.filter}>
      <details open={clear !== undefined}>
        <summary>{words.filter}</summary>
        <div className="facet-groups">
          {fields.map(({ key, label, values }) => (
            <div key={key} role="group" aria-label={label}>
              <span className="facet">{label}</span>
              <ul>
                {values.map((value) => (
                  <li key={value.address + value.label} className={value.depth > 0 ? 'deeper' : undefined}>
                    <a href={value.address} rel="nofollow" aria-current={value.chosen ? 'true' : undefined}>
                      {value.label}
                      <span className="count">
                        {value.count}
                        <span className="out-of-sight"> {words.entriesUnit(value.count)}</span>
                      </span>
                    </a>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </div>
      </details>
      {clear !== undefined && (
        <p className="chosen-facets" role="status">
          {words.matching(matching)} <a href={clear}>{words.clear}</a>
        </p>
      )}
    </nav>
  );
}
