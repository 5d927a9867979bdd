'use client';
import { Button } from '@mui/material';
import dayjs from 'dayjs';
import { useState, type ReactElement } from 'react';
import type { Fault } from '../../../../core/faults';
import type { JsonObject } from '../../../../core/json';
import { DayBox } from '../../../../ui/day-box';
import { Labelled } from '../../../../ui/labelled';
import { faultsBelow } from '../../../../ui/parse-form';
import { asText } from './block-says';

/**
 * A moment (ISO 8601) as its box holds it, by the clock of whoever looks; words that are none stay as they
 * were typed.
 */
const inBox = (moment: string): string =>
  moment.endsWith('Z') && dayjs(moment).isValid() ? dayjs(moment).format('YYYY-MM-DDTHH:mm') : moment;
const fromBox = (given: string): string => (dayjs(given).isValid() ? dayjs(given).toISOString() : given);

/** From when until when visitors see a block, where that is bounded; one button until somebody wants it. */
export function BlockTimes({
  block,
  faults,
  disabled,
  path,
  onChange,
}: {
  block: JsonObject;
  /** With paths below the block. */
  faults: readonly Fault[];
  disabled: boolean;
  path: string;
  onChange: (block: JsonObject) => void;
}): ReactElement | null {
  const bounded = block.from !== undefined || block.until !== undefined;
  const [open, setOpen] = useState(false);
  if (!bounded && !open)
    return disabled ? null : (
      <div>
        <Button size="small" onClick={() => setOpen(true)}>
          Show it only for a time…
        </Button>
      </div>
    );
  const box = (key: 'from' | 'until', label: string, help: string) => {
    const told = faultsBelow(faults, `/${key}`).map(({ message }) => message);
    const id = `${path}-${key}`;
    return (
      <Labelled id={id} label={label} help={help} faults={told}>
        <DayBox
          id={id}
          clock
          value={inBox(asText(block[key]))}
          invalid={told.length > 0}
          onChange={(given) => {
            if (disabled) return;
            const { [key]: _before, ...rest } = block;
            onChange(given === '' ? rest : { ...rest, [key]: fromBox(given) });
          }}
        />
      </Labelled>
    );
  };
  return (
    <>
      {box('from', 'Visitors see it from', 'Empty: as soon as the page is seen.')}
      {box('until', 'Visitors see it until', 'Empty: for good.')}
    </>
  );
}
