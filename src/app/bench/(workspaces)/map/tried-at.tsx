'use client';
import type { ReactElement } from 'react';
import type { ListingPlace, ListingResult, PlaceShown } from '../../../../contract/listings';
import { CategoryPick } from '../../../../ui/category-pick';
import { trailsOf } from '../../../../ui/category-trails';
import { EntryFinder } from '../../../../ui/kinds/entry-finder';
import { PageFinder } from '../../../../ui/page-finder';
import { useAsk } from '../../../../ui/use-ask';
import styles from './map.module.css';

function TriedCategory({ place, onPick }: { place: PlaceShown; onPick: (id: string) => void }): ReactElement {
  const { data } = useAsk(
    'categories',
    { path: { id: place.of ?? '' } },
    { enabled: place.of !== undefined },
  );
  const items = data?.items ?? [];
  return (
    <CategoryPick
      id="tried-category"
      label="The category on whose page it is tried"
      offered={items}
      trails={trailsOf(items)}
      value={place.id}
      onPick={onPick}
      placeholder={place.label}
    />
  );
}

/** On which page, or page of a category or an entry, a rule is tried that takes something from its place. */
export function TriedAt({
  places,
  onPlace,
}: {
  places: ListingResult['places'];
  onPlace: (place: ListingPlace) => void;
}): ReactElement {
  return (
    <div className={styles.tried}>
      {places.map((place) => (
        <div key={place.sort}>
          <span>{place.sort === 'page' ? 'As it stands on' : 'As it stands on the page of'}</span>
          {place.sort === 'category' && (
            <TriedCategory place={place} onPick={(category) => onPlace({ category })} />
          )}
          {place.sort === 'entry' && (
            <>
              <b>{place.label}</b>
              <EntryFinder
                id="tried-entry"
                label="The entry on whose page it is tried"
                types={[]}
                taken={[place.id]}
                onChoose={(entry) => onPlace({ entry })}
              />
            </>
          )}
          {place.sort === 'page' && (
            <PageFinder
              id="tried-page"
              label="The page on which it is tried"
              value={place.id}
              onChoose={(page) => {
                if (page) onPlace({ page });
              }}
            />
          )}
        </div>
      ))}
    </div>
  );
}
