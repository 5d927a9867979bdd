'use client';
import { useMemo, type ReactElement, type ReactNode } from 'react';
import { blocksGiven } from '../../../../core/content/block-edits';
import { pointer } from '../../../../core/faults';
import { Frame } from '../../../../ui/frame';
import { NotingHere } from '../../../../ui/notes/noting';
import { faultsBelow } from '../../../../ui/parse-form';
import { SideBySide } from '../../../../ui/side-by-side';
import styles from './arrange.module.css';
import { OlderBlocks } from './older-blocks';
import { slotName } from './page-draft';
import { PageFields } from './page-fields';
import { PageLanguages } from './page-languages';
import { SlotForm } from './slots-form';
import type { PageEditing } from './use-page-editing';

const NOTHING_OLDER = {};

/** A page as one long form, with a narrow drawing beside it: for correcting and translating. */
export function PageAsForm({ editing, beside }: { editing: PageEditing; beside: ReactNode }): ReactElement {
  const { model, type, draft, kept, slots, blockFaults, mayChange, today, language, notes, beginNote } =
    editing;
  const noting = useMemo(() => ({ at: notes.at, begin: beginNote }), [notes.at, beginNote]);
  return (
    <SideBySide wide={language !== ''} beside={beside}>
      <Frame label="Fields">
        <div className={styles.sheet}>
          <PageLanguages editing={editing} />
          <PageFields editing={editing} />
          <OlderBlocks value={kept.olderBlocks[language] ?? NOTHING_OLDER}>
            <NotingHere value={noting}>
              {type.definition.slots.map((slot) => (
                <SlotForm
                  key={slot.id}
                  slot={slot}
                  model={model}
                  blocks={blocksGiven(slots[slot.key])}
                  faults={faultsBelow(blockFaults, `/slots/${slot.key}`)}
                  disabled={!mayChange}
                  today={today}
                  language={language}
                  path={`slot-${slot.key}`}
                  place={pointer('', 'slots', slot.key)}
                  onChange={(blocks, typedIn) => draft.change(slotName(slot.key), blocks, typedIn)}
                />
              ))}
            </NotingHere>
          </OlderBlocks>
        </div>
      </Frame>
    </SideBySide>
  );
}
