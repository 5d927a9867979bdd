'use client';
import type { ReactElement } from 'react';
import type { Id } from '../../../../../core/ids';
import { sharedSlot } from '../../../../../core/model/shared-type';
import { blockName } from '../../../../../ui/block-name';
import { useTell } from '../../../../../ui/telling';
import { FillOnce, KeepStarter, ShareBlocks } from './dialogs-later';
import type { PageBlocks } from './use-page-blocks';

/** What is asked about the blocks that are selected. */
export type Asked = 'share' | 'fill once' | 'starter';

/** Asks what is to be known before the blocks that are selected are shared, copied elsewhere or kept to begin with. */
export function AskedOfSelected({
  asked,
  blocks,
  page,
  onClose,
}: {
  asked: Asked | undefined;
  blocks: PageBlocks;
  /** What they stand on. */
  page: Id;
  onClose: () => void;
}): ReactElement | null {
  const { model, selected, selection } = blocks;
  const tell = useTell();
  const [first] = selected;
  if (!asked || !first) return null;
  const given = selected.map(({ block }) => block);
  const called = given.length === 1 ? blockName(first.block, model) : '';
  if (asked === 'fill once')
    return <FillOnce page={page} slot={first.place.slot} given={given} blocks={blocks} onClose={onClose} />;
  if (asked === 'starter')
    return (
      <KeepStarter
        model={model}
        content={{ values: {}, translations: {}, hints: {}, slots: { [sharedSlot.key]: given } }}
        first={called}
        onClose={onClose}
      />
    );
  return (
    <ShareBlocks
      blocks={given}
      first={called}
      onShared={({ id }) => {
        const place = blocks.giveToShared(selection.blocks, id);
        tell('It is a shared block now. The page shows it once it is published.', () =>
          blocks.replace(place, given),
        );
      }}
      onClose={onClose}
    />
  );
}
