'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import {
  blocksAt,
  blocksGiven,
  copyOfBlock,
  findBlock,
  idOf,
  slotOf,
  type BlockPlace,
} from '../../../../../core/content/block-edits';
import { pointer, type Fault } from '../../../../../core/faults';
import type { Id } from '../../../../../core/ids';
import { ask, wordsOf } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import { Link } from '../../../../../ui/link';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { faultsBelow } from '../../../../../ui/parse-form';
import { useTell } from '../../../../../ui/telling';
import { calledOf, slotInWords } from './block-words';
import { BlocksFromRows } from './blocks-from-rows';
import styles from './canvas.module.css';
import { SameAs } from './same-as';
import type { PageBlocks } from './use-page-blocks';

/** What a slot that is selected holds, may hold, and where it takes that from. */
export function SlotPanel({
  at,
  blocks,
  inherited,
  faults,
  disabled,
  today,
  page,
}: {
  at: Pick<BlockPlace, 'of' | 'slot'>;
  blocks: PageBlocks;
  inherited: { id: string; label: string } | undefined;
  faults: readonly Fault[];
  disabled: boolean;
  today: string;
  /** The page, or the shared block. */
  page: Id;
}): ReactElement | null {
  const { model, own, slots } = blocks;
  const tell = useTell();
  const [sameAs, setSameAs] = useState(false);
  const slot = slotOf(model, own, slots, at);
  if (!slot) return null;
  const owner = at.of === undefined ? undefined : findBlock(slots, at.of);
  const standing = blocksAt(slots, at);
  const told = owner
    ? []
    : faultsBelow(faults, pointer('', 'slots', slot.key)).filter(({ path }) => path === '');
  /** Puts copies of what the page above shows here, to be changed here alone. */
  const replace = async (above: string): Promise<void> => {
    try {
      const { slots: there } = await ask('page', { path: { id: above } });
      const copies = blocksGiven(there[slot.key]).map(copyOfBlock);
      const why = blocks.whyNot(copies, at);
      if (why === undefined) blocks.put(copies, { ...at, at: 0 });
      else tell(why);
    } catch (error) {
      tell(wordsOf(error));
    }
  };
  return (
    <section className={styles.panel} aria-label={`Slot ${slot.label}`}>
      <div className={styles.where}>
        <Eyebrow>Slot</Eyebrow>
        {owner && <span className={`${look.pencil} ${look.small}`}>of {calledOf(blocks, owner.block)}</span>}
      </div>
      <h2>{slotInWords(slot, standing.length, undefined)}</h2>
      {told.map(({ message }) => (
        <Note key={message} sort="error">
          {message}
        </Note>
      ))}
      {inherited && (
        <>
          <Note sort="info">
            It shows what <Link href={`/bench/arrange/${inherited.id}`}>{inherited.label}</Link> put there. A
            block put in here stands in place of all of it, on this page and those below.
          </Note>
          {!disabled && (
            <Button onClick={() => void replace(inherited.id)}>Put copies of it here, to change them</Button>
          )}
        </>
      )}
      {slot.handedDown && standing.length > 0 && !owner && (
        <>
          <p className={`${look.pencil} ${look.small}`}>
            Pages below show this too, as far as they put nothing into it themselves.
          </p>
          {!disabled && standing.every(({ held }) => held === undefined) && (
            <Button onClick={() => blocks.takeOff(standing.map(idOf))}>Show what the page above shows</Button>
          )}
        </>
      )}
      {standing.length > 0 && (
        <ol className={styles.inslot}>
          {standing.map((block) => (
            <li key={idOf(block)}>
              <button type="button" onClick={() => blocks.select({ blocks: [idOf(block)] })}>
                {calledOf(blocks, block)}
                {block.hidden === true && <small className={look.pencil}>hidden</small>}
              </button>
            </li>
          ))}
        </ol>
      )}
      {!disabled && (
        <>
          <p className={`${look.pencil} ${look.small}`}>The shelf has what fits here first.</p>
          <div className={styles.acts}>
            <BlocksFromRows blocks={blocks} place={{ ...at, at: standing.length }} today={today} />
            <Button onClick={() => setSameAs(true)}>The same as on another page…</Button>
          </div>
        </>
      )}
      {sameAs && <SameAs at={at} slot={slot} page={page} blocks={blocks} onClose={() => setSameAs(false)} />}
      <Button onClick={() => blocks.select({ blocks: [] })}>To the page itself</Button>
    </section>
  );
}
