import type { ReactElement } from 'react';
import type { DrawnListing } from '../core/site/visitor-page';
import { Face } from './face';
import { wordsFor } from './words';

/** A listing in its arrangement: cards side by side, or rows one below the other. */
export function Listing({ listing, level, locale, traced = false }: { listing: DrawnListing; level: 2 | 3; locale: string; traced?: boolean }): ReactElement {
  const Heading = `h${level}` as const;
  const { heading, faces, arrangement } = listing;
  return (
    <section className="listing">
      {heading && <Heading className="listing-head">{heading}</Heading>}
      {faces.length === 0 ? <p className="nothing">{wordsFor(locale).nothing}</p> : (
        <ul className={`items ${arrangement}`}>{faces.map(({ id, face }) => <li key={id} data-entry={traced ? id : undefined}><Face face={face} level={3} traced={traced} /></li>)}</ul>
      )}
    </section>
  );
}
