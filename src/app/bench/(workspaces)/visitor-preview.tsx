'use client';
import { GlobalStyles } from '@mui/material';
import type { KeyboardEvent, MouseEvent, ReactElement, ReactNode } from 'react';
import { css } from '../../../site/css';
import { houseRule, namedRules } from '../../../site/house-rules';
import { faceStyles } from '../../../site/stylesheet';
import type { HouseStyle } from '../../../core/model/document';
import { useModel } from '../../../ui/model-in-force';

const pointing = css`
  .as-visitor {
    background: var(--paper);
    color: var(--ink);
    padding: 14px;
    border: 1px solid var(--rule);
    overflow: hidden;
  }
  .as-visitor .own > .face > .heading {
    font-size: calc(var(--h2) * 1.2);
  }
  .as-visitor .heading a::after {
    content: none;
  }
  .as-visitor [data-field] {
    cursor: pointer;
  }
  .as-visitor [data-field]:hover {
    outline: 1.5px solid var(--accent);
    outline-offset: 3px;
  }
`;

/** What was pointed at: the field that a part shows, and the entry or the block in which it stands. */
export interface Pointed {
  field?: string | undefined;
  entry?: string | undefined;
  block?: string | undefined;
}

/** What an element stands for; nothing where it is neither part of anything nor in a block. */
export function pointedAt(target: EventTarget | null): Pointed | undefined {
  if (!(target instanceof Element)) return undefined;
  const part = target.closest<HTMLElement>('[data-field]');
  const block = target.closest('section.block')?.id.replace(/^b-/, '');
  const entry = target.closest<HTMLElement>('[data-entry]')?.dataset.entry;
  return part || block || entry ? { field: part?.dataset.field, entry, block } : undefined;
}

/**
 * A piece of the visitors' site, drawn by the site's own components in the house style. A click on a part
 * tells the field it shows.
 */
export function VisitorPreview({
  children,
  label,
  style,
  dark = false,
  onField,
  onPoint,
}: {
  children: ReactNode;
  label: string;
  style?: HouseStyle;
  dark?: boolean;
  onField?: (field: string, entry: string | undefined) => void;
  onPoint?: (pointed: Pointed) => void;
}): ReactElement {
  const inForce = useModel().document.houseStyle;
  const installation = style ?? inForce;
  const point = (event: MouseEvent) => {
    // What is drawn here leads nowhere: it is looked at and pointed at.
    if (event.target instanceof Element && event.target.closest('a')) event.preventDefault();
    const pointed = pointedAt(event.target);
    if (pointed) onPoint?.(pointed);
    if (pointed?.field) onField?.(pointed.field, pointed.entry);
  };
  const press = (event: KeyboardEvent) => {
    const pointed =
      event.key === 'Enter' && event.target instanceof HTMLElement && event.target.dataset.field !== undefined
        ? pointedAt(event.target)
        : undefined;
    if (pointed) onPoint?.(pointed);
  };
  return (
    <section
      className="as-visitor"
      aria-label={label}
      onClick={point}
      onKeyDown={press}
      onSubmit={(event) => event.preventDefault()}
    >
      <GlobalStyles
        styles={`${houseRule('.as-visitor', installation, dark)} ${faceStyles} ${namedRules(installation)} ${pointing}`}
      />
      {children}
    </section>
  );
}
