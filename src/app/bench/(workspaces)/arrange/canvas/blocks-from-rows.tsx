'use client';
import { useState, type ReactElement } from 'react';
import { Button, Menu, MenuItem } from '@mui/material';
import { isNamedInCell, isTypedInCell } from '../../../../../core/content/typed-cell';
import { blocksAt, slotOf, type BlockPlace } from '../../../../../core/content/block-edits';
import { blockBounds } from '../../../../../core/content/blocks';
import { allowedIn } from '../../../../../core/model/check/slots';
import type { CompiledType } from '../../../../../core/model/compile';
import type { BlockType } from '../../../../../core/model/document';
import { PasteRows } from '../../../../../ui/kinds/dialogs-later';
import { freshBlock } from '../fresh-block';
import { valuesOf } from '../block-says';
import type { PageBlocks } from './use-page-blocks';

/** Whether rows of a spreadsheet can say what a block of a type says. */
const isFilledByRows = ({ fields }: CompiledType<BlockType>): boolean =>
  fields.some((field) => isTypedInCell(field) || isNamedInCell(field));

/**
 * Several blocks at once, each from a row that was copied from a spreadsheet: of the type that is asked for,
 * or of one of those that the place takes.
 */
export function BlocksFromRows({
  blocks,
  place,
  today,
  type: asked,
}: {
  blocks: PageBlocks;
  place: BlockPlace;
  today: string;
  type?: CompiledType<BlockType>;
}): ReactElement | null {
  const { model, own, slots } = blocks;
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const [type, setType] = useState<CompiledType<BlockType>>();
  const slot = slotOf(model, own, slots, place);
  if (!slot) return null;
  const types = asked
    ? [asked]
    : allowedIn(slot, model.document).flatMap(({ id }) => model.blockType(id) ?? []);
  const filled = types.filter(isFilledByRows);
  const [only] = filled;
  if (!only) return null;
  const room = (slot.max ?? blockBounds.blocks) - blocksAt(slots, place).length;
  return (
    <>
      <Button
        disabled={room <= 0}
        onClick={({ currentTarget }) => (filled.length === 1 ? setType(only) : setMenu(currentTarget))}
      >
        {asked ? 'More from pasted rows…' : 'Blocks from pasted rows…'}
      </Button>
      <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
        {filled.map((each) => (
          <MenuItem
            key={each.id}
            onClick={() => {
              setMenu(null);
              setType(each);
            }}
          >
            Rows as {each.definition.plural.toLowerCase()}
          </MenuItem>
        ))}
      </Menu>
      {type && (
        <PasteRows
          fields={type.fields}
          room={room}
          what="block"
          onClose={() => setType(undefined)}
          onTake={(rows) => {
            setType(undefined);
            blocks.put(
              rows.map((values) => {
                const block = freshBlock(model, type, today);
                return { ...block, values: { ...valuesOf(block), ...values } };
              }),
              place,
            );
          }}
        />
      )}
    </>
  );
}
