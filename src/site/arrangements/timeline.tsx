import type { ReactElement } from 'react';
import { byMonth } from '../../core/mapping/arrangement/arrange';
import { Byline } from '../byline';
import { Face, type Level } from '../face';
import { wordsFor } from '../words';
import { entryOf, setOutClasses, type Arranged } from './arranged';

/** Items by month along a line. */
export function Timeline({ listing, level, locale, traced }: Arranged): ReactElement {
  const Month = `h${level}` as const;
  return (
    <ol className={setOutClasses(listing)}>
      {byMonth(listing.items, locale, wordsFor(locale).undated).map(({ key, label, items }) => (
        <li key={key}>
          <Month className="month">{label}</Month>
          <ol className="days">
            {items.map(({ id, face, byline }) => (
              <li key={id} {...entryOf(traced, id)}>
                <Face
                  wide={200}
                  face={face}
                  level={Math.min(4, level + 1) as Level}
                  traced={traced}
                  foot={<Byline byline={byline} locale={locale} />}
                />
              </li>
            ))}
          </ol>
        </li>
      ))}
    </ol>
  );
}
