import type { ReactElement } from 'react';
import type { Arrangement } from '../core/mapping/arrangement/arrangement';
import type { DrawnListing } from '../core/site/visitor-page';
import type { Arranged } from './arrangements/arranged';
import { Gallery } from './arrangements/gallery';
import { IndexByLetter } from './arrangements/index-by-letter';
import { Items, Strip } from './arrangements/items';
import { Table } from './arrangements/table';
import { Timeline } from './arrangements/timeline';
import { Byline } from './byline';
import { Face } from './face';
import { Facets } from './facets';
import { MEASURE } from './picture-sizes';
import { ResultWays } from './result-ways';
import { Slideshow } from './slideshow';
import { wordsFor } from './words';

const Slides = ({ listing, level, locale, id, traced, wide }: Arranged): ReactElement => (
  <Slideshow
    id={id}
    name={listing.heading}
    locale={locale}
    slides={listing.items.map((item) => ({
      key: item.id,
      shown: (
        <Face
          face={item.face}
          level={level}
          traced={traced}
          wide={wide}
          foot={<Byline byline={item.byline} locale={locale} />}
        />
      ),
      ...(traced ? { entry: item.id } : {}),
    }))}
  />
);

const drawn: Record<Arrangement, (arranged: Arranged) => ReactElement> = {
  cards: Items,
  rows: Items,
  lead: Items,
  strip: Strip,
  index: IndexByLetter,
  table: Table,
  timeline: Timeline,
  gallery: Gallery,
  slideshow: Slides,
};

interface Props {
  listing: DrawnListing;
  level: 2 | 3;
  locale: string;
  /** What the ids of its parts begin with. */
  id: string;
  traced?: boolean;
  /** How wide (px) it stands in a wide window. */
  wide?: number;
  /** Whether nothing that shows a picture stands before it on the page. */
  first?: boolean;
}

/** A listing in its arrangement, under its heading. */
export function Listing({
  listing,
  level,
  locale,
  id,
  traced = false,
  wide = MEASURE,
  first = false,
}: Props): ReactElement {
  const Heading = `h${level}` as const;
  const Arranged = drawn[listing.arrangement];
  return (
    <section className="listing">
      {listing.heading && <Heading className="listing-head">{listing.heading}</Heading>}
      {listing.facets && <Facets facets={listing.facets} matching={listing.matching} locale={locale} />}
      {listing.items.length === 0 ? (
        <p className="nothing">{wordsFor(locale).nothing}</p>
      ) : (
        <Arranged
          listing={listing}
          level={listing.heading ? 3 : 2}
          locale={locale}
          id={id}
          traced={traced}
          wide={wide}
          first={first}
        />
      )}
      {listing.fullList && (
        <p className="full-list">
          <a href={listing.fullList.address}>
            {wordsFor(locale).fullList(listing.fullList.label, listing.fullList.count)}
          </a>
        </p>
      )}
      {listing.results && <ResultWays results={listing.results} locale={locale} />}
    </section>
  );
}
