'use client';
import { Button, Popover } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { isJsonObject, type Json } from '../core/json';
import { dateInPattern, patternBound, patternFault } from '../core/mapping/date-pattern';
import { useModel } from './model-in-force';
import { TextBox } from './text-box';
import styles from './mapping-parts.module.css';

/** A moment on which each piece of a pattern shows what it does. */
const EXAMPLE = '2026-11-04T09:05';

/** Has dates shown by a pattern of one's own, with what it makes of an example. */
export function DatePattern({
  anchor,
  step,
  onClose,
  onPattern,
}: {
  anchor: HTMLElement;
  step: Json;
  onClose: () => void;
  onPattern: (pattern: string) => void;
}): ReactElement {
  const { locale } = useModel();
  const format = isJsonObject(step) && isJsonObject(step.format) ? step.format : {};
  const [pattern, setPattern] = useState(typeof format.pattern === 'string' ? format.pattern : 'd MMMM yyyy');
  const fault = patternFault(pattern);
  return (
    <Popover
      anchorEl={anchor}
      open
      onClose={onClose}
      slotProps={{ paper: { role: 'dialog', 'aria-label': 'A pattern for dates' } }}
    >
      <form
        className={styles.pattern}
        onSubmit={(event) => {
          event.preventDefault();
          if (fault === undefined) onPattern(pattern);
        }}
      >
        <TextBox
          id="date-pattern"
          label="Pattern"
          autoFocus
          value={pattern}
          onChange={setPattern}
          faults={fault === undefined ? [] : [fault]}
          slotProps={{ input: { maxLength: patternBound } }}
          help={
            fault === undefined ? (
              <>Shows {dateInPattern(EXAMPLE, pattern, locale)}</>
            ) : (
              'd, dd day; EEEE weekday; M, MM, MMM, MMMM month; yyyy, yy year; HH, mm time.'
            )
          }
        />
        <Button type="submit" disabled={fault !== undefined}>
          Show dates so
        </Button>
      </form>
    </Popover>
  );
}
