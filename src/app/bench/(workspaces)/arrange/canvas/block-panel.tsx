'use client';
import { Button } from '@mui/material';
import { memo, type ReactElement } from 'react';
import { idOf, type FoundBlock } from '../../../../../core/content/block-edits';
import { pointer, type Fault } from '../../../../../core/faults';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { NoteHere } from '../../../../../ui/notes/note-here';
import { notesWithin, useNoting } from '../../../../../ui/notes/noting';
import { faultsBelow } from '../../../../../ui/parse-form';
import { useNewest } from '../../../../../ui/use-newest';
import { BlockForm } from '../block-form';
import { calledOf, standsWhere } from './block-words';
import { BlocksFromRows } from './blocks-from-rows';
import styles from './canvas.module.css';
import { isHeld, type PageBlocks } from './use-page-blocks';

/** Where a block stands in the record: a JSON Pointer, by the ids of blocks. */
const pointerOf = ({ place, around, block }: FoundBlock, trail: readonly string[]): string =>
  pointer(
    '',
    'slots',
    ...around.flatMap((each, i) => [trail[i] ?? '', idOf(each), 'slots']),
    place.slot,
    idOf(block),
  );

/** What is to fix in a block: its faults stand at places, by number, down from the slots of the page. */
function faultsOf(found: FoundBlock, trail: readonly FoundBlock[], faults: readonly Fault[]): Fault[] {
  const steps = [...trail, found].flatMap(({ place }) => ['slots', place.slot, place.at]);
  return faultsBelow(faults, pointer('', ...steps)).filter(({ path }) => !path.startsWith('/slots/'));
}

/** The ways from a block to what is around it. */
const WaysFrom = memo(function WaysFrom({
  above,
  onAbove,
  onSlot,
  onPage,
}: {
  /** What the block is called that it stands in, where it stands in one. */
  above: string | undefined;
  onAbove: () => void;
  onSlot: () => void;
  onPage: () => void;
}): ReactElement {
  return (
    <>
      {above !== undefined && <Button onClick={onAbove}>To {above}</Button>}
      <Button onClick={onSlot}>To its slot</Button>
      <Button onClick={onPage}>To the page itself</Button>
    </>
  );
});

/** The form of the block that is selected, with what can be done with it. */
export function BlockPanel({
  found,
  trail,
  blocks,
  faults,
  disabled,
  language,
  today,
}: {
  found: FoundBlock;
  /** Those around it, as they stand. */
  trail: readonly FoundBlock[];
  blocks: PageBlocks;
  faults: readonly Fault[];
  disabled: boolean;
  language: string;
  today: string;
}): ReactElement {
  const { model } = blocks;
  const { block } = found;
  const id = idOf(block);
  const noting = useNoting();
  const type = model.blockTypeByKey(String(block.type));
  const inside = faultsOf(found, trail, faults);
  const held = isHeld(found);
  const above = trail.at(-1);
  const place = pointerOf(
    found,
    trail.map((each) => each.place.slot),
  );
  return (
    <section className={styles.panel} aria-label="The block that is selected">
      <div className={styles.where}>
        <Eyebrow>{type?.definition.label ?? 'A type that is gone'}</Eyebrow>
        <span className={`${look.pencil} ${look.small}`}>{standsWhere(blocks, found)}</span>
      </div>
      {held && <Note sort="info">The type of the page holds it here, so it stays.</Note>}
      {inside
        .filter(({ path }) => path === '')
        .map(({ message }) => (
          <Note key={message} sort="error">
            {message}
          </Note>
        ))}
      <BlockForm
        key={id}
        block={block}
        model={model}
        faults={inside}
        disabled={disabled || block.held === 'place and values'}
        language={language}
        path={`selected-${id}`}
        place={place}
        onChange={(next, typedIn) => blocks.change(id, () => next, typedIn)}
        onCopies={(copies) => blocks.replace(id, copies)}
      />
      <div className={styles.acts}>
        <WaysFrom
          above={above && calledOf(blocks, above.block)}
          onAbove={useNewest(() => above && blocks.select({ blocks: [idOf(above.block)] }))}
          onSlot={useNewest(() => blocks.select({ blocks: [], slot: found.place }))}
          onPage={useNewest(() => blocks.select({ blocks: [] }))}
        />
        {!disabled && type && language === '' && (
          <BlocksFromRows
            blocks={blocks}
            place={{ ...found.place, at: found.place.at + 1 }}
            today={today}
            type={type}
          />
        )}
        {noting && (
          <NoteHere
            label={calledOf(blocks, block)}
            notes={notesWithin(noting, place)}
            onNote={() => noting.begin(place, '')}
          />
        )}
      </div>
    </section>
  );
}
