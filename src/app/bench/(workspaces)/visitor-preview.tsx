'use client';
import { GlobalStyles } from '@mui/material';
import type { MouseEvent, ReactElement, ReactNode } from 'react';
import { houseRule, namedRules } from '../../../site/house-rules';
import { faceStyles } from '../../../site/stylesheet';
import type { HouseStyle } from '../../../core/model/document';
import { useModel } from '../../../ui/model-in-force';

const pointing = '.as-visitor { background: var(--paper); color: var(--ink); padding: 14px; border: 1px solid var(--rule); overflow: hidden; } .as-visitor .own > .face > .heading { font-size: calc(var(--h2) * 1.2); } .as-visitor [data-field] { cursor: pointer; } .as-visitor [data-field]:hover { outline: 1.5px solid var(--accent); outline-offset: 3px; }';

/** A piece of the visitors' site, drawn by the site's own components in the house style. A click on a part tells the field it shows. */
export function VisitorPreview({ children, label, style, dark = false, onField }: { children: ReactNode; label: string; style?: HouseStyle; dark?: boolean; onField?: (field: string, entry: string | undefined) => void }): ReactElement {
  const inForce = useModel().document.houseStyle;
  const house = style ?? inForce;
  const point = (event: MouseEvent) => {
    // What is drawn here leads nowhere: it is looked at and pointed at.
    if (event.target instanceof Element && event.target.closest('a')) event.preventDefault();
    const part = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-field]') : null;
    if (part?.dataset.field) onField?.(part.dataset.field, part.closest<HTMLElement>('[data-entry]')?.dataset.entry);
  };
  return (
    <section className="as-visitor" aria-label={label} onClick={point} onSubmit={(event) => event.preventDefault()}>
      <GlobalStyles styles={`${houseRule('.as-visitor', house, dark)} ${faceStyles} ${namedRules(house)} ${pointing}`} />
      {children}
    </section>
  );
}
