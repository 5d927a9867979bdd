'use client';
import type { ReactElement } from 'react';
import { Note } from './marks';
import { placeInWords, type PlaceScope } from '../core/content/versions';
import type { CameIn } from './use-draft';

/** Says what somebody else changed meanwhile, which now stands beside one's own words. */
export function CameInNote({
  cameIn: { by, keys },
  scope,
}: {
  cameIn: CameIn;
  scope: PlaceScope;
}): ReactElement {
  const places = keys.flatMap((key) => placeInWords(`/${key.replaceAll('/', '~1')}`, scope, []).way[0] ?? []);
  const words = new Intl.ListFormat('en', { type: 'conjunction' }).format([...new Set(places)]);
  return (
    <Note sort="info" role="status">
      {by || 'Someone'} changed {words || 'this'} meanwhile. It stands here beside what you wrote.
    </Note>
  );
}
