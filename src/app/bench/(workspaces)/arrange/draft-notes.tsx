'use client';
import type { ReactElement } from 'react';
import type { PlaceScope } from '../../../../core/content/versions';
import { CameInNote } from '../../../../ui/came-in-note';
import { Note } from '../../../../ui/marks';
import type { Draft, Kept } from '../../../../ui/use-draft';

/** What is said over a bench of its draft: words that came back, and what others changed meanwhile. */
export const DraftNotes = ({
  draft,
  scope,
}: {
  draft: Pick<Draft<Kept>, 'broughtBack' | 'cameIn'>;
  scope: PlaceScope;
}): ReactElement => (
  <>
    {draft.broughtBack && (
      <Note sort="info" role="status">
        Words that were not saved when you left are back in the form.
      </Note>
    )}
    {draft.cameIn && <CameInNote cameIn={draft.cameIn} scope={scope} />}
  </>
);
