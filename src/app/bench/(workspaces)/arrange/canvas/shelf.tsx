'use client';
import { useDraggable } from '@dnd-kit/core';
import { OutlinedInput, Tooltip } from '@mui/material';
import { memo, useState, type ReactElement, type ReactNode } from 'react';
import { placedShared, slotOf, type BlockPlace } from '../../../../../core/content/block-edits';
import { newId } from '../../../../../core/ids';
import { TypeIcon } from '../../../../../ui/icon';
import { OutlineGroup } from '../../../../../ui/shell/outline';
import { useTell } from '../../../../../ui/telling';
import { onPagesInWords } from '../shared/use-shared-blocks';
import { freshBlock } from '../fresh-block';
import { StarterPicture } from '../starters/small-drawing';
import { starterInWords } from '../starters/starter-in-words';
import { usePutStarter } from '../starters/use-put-starter';
import { useStarters } from '../starters/use-starters';
import { BlockTypePicture } from './block-type-picture';
import styles from './canvas.module.css';
import type { Dragged } from './dragged';
import { chosenPlace, fits } from './fits';
import type { PageBlocks } from './use-page-blocks';

/** From how many block types on they are sought by a word. */
const MANY = 8;

/** One block type, shared block or starter on the shelf: dragged onto the page, or put in by a click where one is. */
function ShelfRow({
  id,
  label,
  icon,
  purpose,
  end,
  dragged,
  why,
  picture,
  onPut,
}: {
  id: string;
  label: string;
  icon: string;
  purpose: string;
  /** What is told at its end. */
  end?: ReactNode;
  dragged: Dragged;
  why: string | undefined;
  /** How it looks, in small. */
  picture?: ReactElement;
  onPut: () => void;
}): ReactElement {
  const { setNodeRef, listeners } = useDraggable({ id: `shelf ${id}`, data: dragged });
  return (
    <li>
      <Tooltip
        describeChild
        placement="right"
        enterDelay={350}
        disableInteractive
        slotProps={{ tooltip: { className: styles.looks ?? '' } }}
        title={
          <>
            {picture}
            {why ?? purpose}
          </>
        }
      >
        <button
          ref={setNodeRef}
          {...listeners}
          type="button"
          aria-disabled={why !== undefined || undefined}
          onClick={onPut}
        >
          <TypeIcon name={icon} />
          <span>
            {label}
            {why !== undefined && <small>{why}</small>}
          </span>
          {end !== undefined && <span className={styles.shelfEnd}>{end}</span>}
        </button>
      </Tooltip>
    </li>
  );
}

const whatFitsFirst = (a: { why: string | undefined }, b: { why: string | undefined }): number =>
  Number(a.why !== undefined) - Number(b.why !== undefined);

/** The block types, shared blocks and starters that can be put on the page, what fits where one is first. */
export const Shelf = memo(function Shelf({
  blocks,
  today,
}: {
  /** As they stood when their places last changed: what fits is told by that alone. */
  blocks: PageBlocks;
  /** As they stand now. */
  today: string;
}): ReactElement {
  const { model, own, slots } = blocks;
  const starters = useStarters();
  const tell = useTell();
  const [sought, setSought] = useState('');
  const place = chosenPlace(blocks);
  const words = sought.trim().toLowerCase();
  const rows = model.blockTypes
    .filter(({ definition: { label, purpose = '' } }) => `${label} ${purpose}`.toLowerCase().includes(words))
    .map((type) => {
      const block = freshBlock(model, type, today);
      return { type, block, ...fits(blocks, [block]) };
    })
    .sort(whatFitsFirst);
  const kept = [...blocks.shared.values()]
    .filter(({ title }) => title.toLowerCase().includes(words))
    .map((row) => {
      const block = placedShared(row.id);
      return { row, block, ...fits(blocks, [block]) };
    })
    .sort(whatFitsFirst);
  const begins = starters
    .filter(({ isPage, name, about }) => !isPage && `${name} ${about}`.toLowerCase().includes(words))
    .map((row) => {
      // What it becomes is told when it is put there; what may stand where is told by the types.
      const dragged: Dragged = {
        put: row.types.map((type) => ({ id: newId(), type })),
        moving: [],
        starter: row.id,
      };
      return { row, dragged, ...fits(blocks, dragged.put) };
    })
    .sort(whatFitsFirst);
  const putStarter = usePutStarter(blocks);
  const put = ({ put: given, starter }: Dragged, at: BlockPlace | undefined, why: string | undefined) => {
    if (why !== undefined || !at) tell(why ?? 'Nothing on this page takes it.');
    else if (starter === undefined) blocks.put(given, at);
    else void putStarter(starter, at);
  };
  const slot = place && slotOf(model, own, slots, place)?.label;
  return (
    <OutlineGroup
      title="Shelf"
      count={slot === undefined ? undefined : `fits ${slot}`}
      list={
        <>
          {model.blockTypes.length > MANY && (
            <div className={styles.find}>
              <OutlinedInput
                fullWidth
                size="small"
                type="search"
                placeholder="Find a block"
                value={sought}
                onChange={({ target }) => setSought(target.value)}
                slotProps={{ input: { 'aria-label': 'Find a block' } }}
              />
            </div>
          )}
          <ul className={styles.shelf}>
            {rows.map(({ type, block, why, at }) => (
              <ShelfRow
                key={type.id}
                id={type.definition.key}
                label={type.definition.label}
                icon={type.definition.icon}
                purpose={type.definition.purpose}
                dragged={{ put: [block], moving: [] }}
                why={why}
                picture={<BlockTypePicture type={type} />}
                onPut={() => put({ put: [block], moving: [] }, at, why)}
              />
            ))}
          </ul>
          {kept.length > 0 && (
            <>
              <h3 className={styles.shelfHeading}>
                Shared blocks <span>{kept.length}</span>
              </h3>
              <ul className={styles.shelf}>
                {kept.map(({ row, block, why, at }) => (
                  <ShelfRow
                    key={row.id}
                    id={row.id}
                    label={row.title || 'Without a name'}
                    icon="link"
                    purpose={`Shared, ${onPagesInWords(row)}.`}
                    end={row.pages}
                    dragged={{ put: [block], moving: [] }}
                    why={why}
                    onPut={() => put({ put: [block], moving: [] }, at, why)}
                  />
                ))}
              </ul>
            </>
          )}
          {begins.length > 0 && (
            <>
              <h3 className={styles.shelfHeading}>
                Starters <span>{begins.length}</span>
              </h3>
              <ul className={styles.shelf}>
                {begins.map(({ row, dragged, why, at }) => (
                  <ShelfRow
                    key={row.id}
                    id={row.id}
                    label={row.name}
                    icon="shapes"
                    purpose={row.about || starterInWords(model, row)}
                    dragged={dragged}
                    why={why}
                    picture={<StarterPicture starter={row} width={252} height={132} />}
                    onPut={() => put(dragged, at, why)}
                  />
                ))}
              </ul>
            </>
          )}
        </>
      }
    >
      {null}
    </OutlineGroup>
  );
});
