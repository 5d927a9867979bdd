'use client';
import type { ReactElement } from 'react';
import type { ReachLink } from '../../../../../contract/entries';
import look from '../../../../../ui/look/look.module.css';
import { Link } from '../../../../../ui/link';

/** How many of the places where an entry is shown are named in its row. */
const NAMED = 1;

const hrefOf = ({ sort, id, label }: ReachLink): string =>
  sort === 'entry' ? label : sort === 'listing' ? `/bench/map/${id}` : `/bench/arrange/${id}`;

/** Where visitors see an entry: the first place, the others told in a title. */
export function ShownOnCell({ places }: { places: readonly ReachLink[] | undefined }): ReactElement {
  if (!places) return <span className={look.faint}>…</span>;
  if (places.length === 0) return <span className={look.faint}>nowhere</span>;
  const more = places.slice(NAMED);
  return (
    <>
      {places.slice(0, NAMED).map((place, i) => (
        <span key={`${place.sort} ${place.id}`}>
          {i > 0 && ', '}
          <Link
            href={hrefOf(place)}
            title={place.sort === 'entry' ? place.label : place.detail}
            style={{ fontWeight: 400 }}
          >
            {place.sort === 'entry' ? 'its page' : place.label}
          </Link>
        </span>
      ))}
      {more.length > 0 && (
        <span className={look.pencil} title={more.map(({ label }) => label).join(', ')}>
          , {more.length} more
        </span>
      )}
    </>
  );
}
