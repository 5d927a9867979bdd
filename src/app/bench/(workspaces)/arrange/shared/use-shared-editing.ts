'use client';
import { useCallback } from 'react';
import type { SharedBlockAnswer } from '../../../../../contract/shared-blocks';
import { ask } from '../../../../../ui/ask';
import { useModel } from '../../../../../ui/model-in-force';
import { useMay } from '../../../../../ui/shell/person';
import { useSharedBlocks } from './use-shared-blocks';
import { useArranged, type ArrangedEditing } from '../use-arranged';

/** One shared block as it is edited. */
export interface SharedEditing extends ArrangedEditing<SharedBlockAnswer> {
  mayChange: boolean;
  arranges: boolean;
  /** On how many pages of how many sites it stands now. */
  stands: Pick<SharedBlockAnswer, 'pages' | 'sites'>;
}

/** Edits one shared block: its name, and the blocks that it is. */
export function useSharedEditing(initial: SharedBlockAnswer, today: string): SharedEditing {
  const type = useModel().shared;
  const arranges = useMay('arrange pages');
  const reviews = useMay('review');
  const counted = useCallback(() => type.definition.slots, [type]);
  const editing = useArranged<SharedBlockAnswer>({
    initial,
    type,
    fields: type.fields,
    today,
    counted,
    save: (revision, { values, translations, slots, apart }) =>
      ask('changeSharedBlock', {
        path: { id: initial.id },
        revision,
        body: {
          ...(values ? { values } : {}),
          ...(translations ? { translations } : {}),
          ...(slots ? { slots } : {}),
          ...(apart ? { apart } : {}),
        },
      }),
    fetch: () => ask('sharedBlock', { path: { id: initial.id } }),
    drawnBy: 'sharedPreview',
  });
  return {
    ...editing,
    mayChange: arranges || (reviews && editing.kept.stage === 'review'),
    arranges,
    // Told anew whenever it is put somewhere or taken off.
    stands: useSharedBlocks().get(initial.id) ?? initial,
  };
}
