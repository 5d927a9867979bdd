'use client';
import { GlobalStyles } from '@mui/material';
import type { KeyboardEvent, MouseEvent, ReactElement, ReactNode } from 'react';
import { houseRule, namedRules } from '../../../site/house-rules';
import type { HouseStyle } from '../../../core/model/document';
import '../../../site/styles/navigation.css';
import '../../../site/styles/arrangements.css';
import '../../../site/styles/faces.css';
import '../../../site/styles/overlaid.css';
import { useModel } from '../../../ui/model-in-force';
import './visitor-preview.css';

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
  className,
  onField,
  onPoint,
}: {
  children: ReactNode;
  label: string;
  style?: HouseStyle;
  dark?: boolean;
  className?: string;
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
      className={className ? `as-visitor ${className}` : 'as-visitor'}
      aria-label={label}
      onClick={point}
      onKeyDown={press}
      onSubmit={(event) => event.preventDefault()}
    >
      <GlobalStyles styles={`${houseRule('.as-visitor', installation, dark)} ${namedRules(installation)}`} />
      {children}
    </section>
  );
}
