'use client';
import { Button, MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import { parseWidths, rowsWith, spacings, spacingWords } from '../../../../core/content/block-rows';
import type { JsonObject } from '../../../../core/json';
import type { FaceRow } from '../../../../core/model/document';
import { Labelled } from '../../../../ui/labelled';
import { asText } from './block-says';

/** How a block with columns is set out here: how wide they are in words, how much room is between them. */
export function BlockColumns({
  block,
  rows,
  disabled,
  onChange,
}: {
  block: JsonObject;
  /** As its type sets them out. */
  rows: readonly FaceRow[];
  disabled: boolean;
  onChange: (block: JsonObject) => void;
}): ReactElement | null {
  if (!rows.some(({ cells }) => cells.length > 1)) return null;
  const here = rowsWith(rows, parseWidths(block.widths));
  const inWords = here
    .filter(({ cells }) => cells.length > 1)
    .map(({ cells }) => cells.map(({ width }) => width).join(' + '))
    .join(', ');
  const { widths, spaced: _spaced, ...rest } = block;
  const id = `spaced-${asText(block.id)}`;
  return (
    <>
      <p>
        Columns of {inWords} twelfths.{' '}
        {widths === undefined
          ? disabled
            ? ''
            : 'Drag the divider between them on the page, or move it by arrows.'
          : null}
      </p>
      {widths !== undefined && !disabled && (
        <div>
          <Button
            size="small"
            onClick={() => onChange(block.spaced === undefined ? rest : { ...rest, spaced: block.spaced })}
          >
            As wide as its type says
          </Button>
        </div>
      )}
      <Labelled id={id} label="Room between columns">
        <Select
          fullWidth
          displayEmpty
          disabled={disabled}
          value={asText(block.spaced)}
          labelId={`${id}-label`}
          SelectDisplayProps={{ id }}
          onChange={({ target }) =>
            onChange({
              ...rest,
              ...(widths === undefined ? {} : { widths }),
              ...(target.value ? { spaced: target.value } : {}),
            })
          }
        >
          <MenuItem value="">As the house style has it</MenuItem>
          {spacings.map((each) => (
            <MenuItem key={each} value={each}>
              {spacingWords[each]}
            </MenuItem>
          ))}
        </Select>
      </Labelled>
    </>
  );
}
