import type { ReactElement } from 'react';
import { Byline } from '../byline';
import { FacePart } from '../face';
import { entryOf, setOutClasses, type Arranged } from './arranged';

/**
 * A row for each item, a column for each part that any of them shows. On a narrow sheet a row's cells stand
 * one below the other, each under its name.
 */
export function Table({ listing, level, traced, locale }: Arranged): ReactElement {
  const columns = listing.columns.filter(
    ({ part }) => part === 'heading' || listing.items.some(({ face }) => face[part]),
  );
  return (
    <table className={setOutClasses(listing)}>
      {listing.heading && <caption className="out-of-sight">{listing.heading}</caption>}
      <thead>
        <tr>
          {columns.map(({ part, label }) => (
            <th key={part} scope="col">
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {listing.items.map(({ id, face, byline }) => (
          <tr key={id} {...entryOf(traced, id)}>
            {columns.map(({ part, label }) =>
              part === 'heading' ? (
                <th key={part} scope="row">
                  <div className="face">
                    <FacePart part={part} face={face} level={level} traced={traced} inHead />
                  </div>
                  <Byline byline={byline} locale={locale} />
                </th>
              ) : (
                <td key={part} data-label={label}>
                  {face[part] && (
                    <div className="face">
                      <FacePart part={part} face={face} level={level} traced={traced} />
                    </div>
                  )}
                </td>
              ),
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
