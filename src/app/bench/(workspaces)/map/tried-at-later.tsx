'use client';
import type { ComponentProps, ReactElement } from 'react';
import type { PlaceShown } from '../../../../contract/listings';
import { later } from '../../../../ui/later';

/** Most rules take nothing from their place: the finders of one are loaded where a rule does. */
const Loaded = later(() => import('./tried-at').then((file) => file.TriedAt));

/** How high (px) a place stands there, by its sort, and how far it is from the next. */
const heights: Record<PlaceShown['sort'], number> = { page: 32, category: 32, entry: 56 };
const GAP = 6;

/** The places at which a rule is tried, with room for them until they are loaded. */
export function TriedAt(props: ComponentProps<typeof Loaded>): ReactElement {
  const minHeight = props.places.reduce((sum, { sort }) => sum + heights[sort] + GAP, -GAP);
  return (
    <div style={{ minHeight }}>
      <Loaded {...props} />
    </div>
  );
}
