import type { ReactElement } from 'react';
import { byLetter } from '../../core/mapping/arrangement/arrange';
import type { Level } from '../face';
import { FacePart } from '../face';
import { wordsFor } from '../words';
import { entryOf, setOutClasses, type Arranged } from './arranged';

/** Names under their first letters, with a way to each letter. */
export function IndexByLetter({ listing, level, locale, id, traced }: Arranged): ReactElement {
  const groups = byLetter(listing.items, locale);
  const Letter = `h${level}` as const;
  const anchor = (place: number) => `${id}-l${place + 1}`;
  return (
    <div className={setOutClasses(listing)}>
      <nav aria-label={wordsFor(locale).letters}>
        <ul className="letters">
          {groups.map(({ key, label }, i) => (
            <li key={key}>
              <a href={`#${anchor(i)}`}>{label}</a>
            </li>
          ))}
        </ul>
      </nav>
      <div className="names">
        {groups.map(({ key, label, items }, i) => (
          <section key={key} id={anchor(i)}>
            <Letter className="letter">{label}</Letter>
            <ul>
              {items.map(({ id: entry, face }) => (
                <li key={entry} {...entryOf(traced, entry)}>
                  <FacePart
                    part="heading"
                    face={face}
                    level={Math.min(4, level + 1) as Level}
                    traced={traced}
                  />
                  <FacePart part="kicker" face={face} level={level} traced={traced} />
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}
