import type { ReactElement } from 'react';
import type { ReachLink } from '../contract/entries';
import look from './look/look.module.css';
import { Eyebrow, Mono } from './marks';

/** The visitors' pages that a change reaches, each a way there; nothing where there are none. */
export function ReachedPages({
  title,
  pages,
}: {
  title: string;
  pages: readonly ReachLink[];
}): ReactElement | null {
  return pages.length === 0 ? null : (
    <section>
      <Eyebrow end={pages.length}>{title}</Eyebrow>
      {pages.map(({ id, label, detail }) => (
        <a key={id} className={look.small} href={detail} target="_blank" rel="noreferrer">
          {label} <Mono>{detail}</Mono>
        </a>
      ))}
    </section>
  );
}
