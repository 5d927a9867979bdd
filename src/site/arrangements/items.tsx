import type { ReactElement } from 'react';
import { Byline } from '../byline';
import { Face } from '../face';
import { widthOfItem } from '../picture-sizes';
import { entryOf, setOutClasses, type Arranged } from './arranged';

/** The items of a listing, each with its face, told how wide its picture stands. */
const Faces = ({ listing, level, traced, locale, wide, first }: Arranged): ReactElement => (
  <>
    {listing.items.map(({ id, face, byline }, i) => (
      <li key={id} {...entryOf(traced, id)}>
        <Face
          face={face}
          level={level}
          traced={traced}
          wide={widthOfItem(listing, wide, i)}
          first={first && i === 0}
          foot={<Byline byline={byline} locale={locale} />}
        />
      </li>
    ))}
  </>
);

/** Cards, rows, lead and rows: a list of faces, which the stylesheet sets side by side or one below the other. */
export const Items = (arranged: Arranged): ReactElement => (
  <ul className={`items ${setOutClasses(arranged.listing)}`}>
    <Faces {...arranged} />
  </ul>
);

/** One line of faces that is moved along sideways, by hand, by keyboard or by touch. */
export const Strip = (arranged: Arranged): ReactElement => {
  const { listing, locale } = arranged;
  return (
    <ul
      className={`items ${setOutClasses(listing)}`}
      tabIndex={0}
      aria-label={
        listing.heading ||
        new Intl.ListFormat(locale).format(
          listing.items.slice(0, 3).flatMap(({ face }) => face.heading?.[0]?.words ?? []),
        )
      }
    >
      <Faces {...arranged} />
    </ul>
  );
};
