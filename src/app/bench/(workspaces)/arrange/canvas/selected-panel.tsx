'use client';
import { useMemo, type ComponentProps, type ReactElement, type ReactNode } from 'react';
import { findBlock, idOf } from '../../../../../core/content/block-edits';
import { NotingHere } from '../../../../../ui/notes/noting';
import { OlderBlocks } from '../older-blocks';
import type { Arranging } from '../page-on-bench';
import { BlockPanel } from './block-panel';
import { SlotPanel } from './slot-panel';
import type { PageBlocks } from './use-page-blocks';

const NOTHING_OLDER = {};

/** The form of what is selected: a block, a slot, or what is arranged itself. */
export function SelectedPanel({
  editing,
  blocks,
  inherited,
  own,
}: {
  editing: Arranging;
  blocks: PageBlocks;
  /** From where a slot has what stands in it, by its key. */
  inherited: ReadonlyMap<string, NonNullable<ComponentProps<typeof SlotPanel>['inherited']>>;
  /** The form of what is arranged itself. */
  own: ReactNode;
}): ReactElement {
  const { kept, slots, blockFaults, mayChange, today, language, notes, beginNote } = editing;
  const noting = useMemo(() => ({ at: notes.at, begin: beginNote }), [notes.at, beginNote]);
  const { selection, selected } = blocks;
  const [only] = selected;
  return (
    <OlderBlocks value={kept.olderBlocks[language] ?? NOTHING_OLDER}>
      <NotingHere value={noting}>
        {selected.length > 1 ? (
          <p>{selected.length} blocks are selected. Their handle moves, copies and takes off all of them.</p>
        ) : only ? (
          <BlockPanel
            found={only}
            trail={only.around.flatMap((each) => findBlock(slots, idOf(each)) ?? [])}
            blocks={blocks}
            faults={blockFaults}
            disabled={!mayChange}
            language={language}
            today={today}
          />
        ) : selection.slot ? (
          <SlotPanel
            at={selection.slot}
            blocks={blocks}
            inherited={selection.slot.of === undefined ? inherited.get(selection.slot.slot) : undefined}
            faults={blockFaults}
            disabled={!mayChange}
            today={today}
            page={kept.id}
          />
        ) : (
          own
        )}
      </NotingHere>
    </OlderBlocks>
  );
}
