import type { ReactElement, ReactNode } from 'react';
import look from './look/look.module.css';

/** A sheet with corner ticks around the thing at hand. */
export function Frame({
  children,
  label,
  className,
}: {
  children: ReactNode;
  label?: string;
  className?: string;
}): ReactElement {
  return (
    <section className={className ? `${look.frame} ${className}` : look.frame} aria-label={label}>
      <span className={look.ticks} aria-hidden="true" />
      {children}
    </section>
  );
}
