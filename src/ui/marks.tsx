import type { ReactElement, ReactNode } from 'react';
import { stateLabels, type State } from '../core/content/states';
import look from './look/look.module.css';

/** A state, told by a mark and by its word. */
export const StateMark = ({ state }: { state: State }): ReactElement => (
  <span className={`${look.state} ${look[state]}`}>{stateLabels[state]}</span>
);

/** A share of a whole as a bar with its percentage; shares under three quarters are marked. */
export function Share({
  part,
  of,
  narrow = false,
  title,
}: {
  part: number;
  of: number;
  narrow?: boolean;
  title?: string;
}): ReactElement {
  const percent = of === 0 ? 0 : Math.floor((part / of) * 100);
  return (
    <span
      className={`${look.bar} ${narrow ? look.narrow : ''} ${percent < 75 ? look.low : ''}`}
      title={title ?? `${part} of ${of}`}
    >
      <i aria-hidden="true">
        <b style={{ width: `${percent}%` }} />
      </i>
      <span className={look.mono}>{percent}%</span>
    </span>
  );
}

/** The place of a narrow share that is not told yet. */
export const ShareAwaited = (): ReactElement => (
  <span className={`${look.bar} ${look.narrow}`} aria-hidden="true">
    <i style={{ visibility: 'hidden' }} />
    <span className={look.mono} />
  </span>
);

export const Eyebrow = ({ children, end }: { children: ReactNode; end?: ReactNode }): ReactElement => (
  <div className={look.eyebrow}>
    <span>{children}</span>
    {end !== undefined && <span>{end}</span>}
  </div>
);

export const Note = ({
  children,
  sort = 'attention',
  role,
}: {
  children: ReactNode;
  sort?: 'attention' | 'error' | 'info';
  role?: 'alert' | 'status';
}): ReactElement => (
  <div role={role} className={`${look.note} ${sort === 'attention' ? '' : look[sort]}`}>
    {children}
  </div>
);

export const Mono = ({ children }: { children: ReactNode }): ReactElement => (
  <span className={look.mono}>{children}</span>
);
