import type { ReactElement, ReactNode } from 'react';
import styles from './labelled.module.css';
import look from './look/look.module.css';

interface Props {
  id: string;
  label: string;
  /** At the end of the label's line: a count, a unit. */
  end?: ReactNode;
  help?: ReactNode;
  faults?: readonly string[];
  needed?: boolean;
  /** Named for those who do not see it only, where what stands beside it says enough. */
  quiet?: boolean;
  /** A set of inputs rather than one: it is then named as a group. */
  group?: boolean;
  children: ReactNode;
}

export const faultId = (id: string): string => `${id}-faults`;

/** An input under its label, with its faults in words right below it. */
export function Labelled({
  id,
  label,
  end,
  help,
  faults = [],
  needed = false,
  group = false,
  quiet = false,
  children,
}: Props): ReactElement {
  const words = (
    <>
      {label}
      {needed && <span className={styles.needed}> needed</span>}
    </>
  );
  return (
    <div className={styles.field} {...(group ? { role: 'group', 'aria-labelledby': `${id}-label`, id } : {})}>
      <div className={quiet ? look.hidden : styles.top}>
        {group ? (
          <span className={styles.label} id={`${id}-label`}>
            {words}
          </span>
        ) : (
          <label htmlFor={id} id={`${id}-label`}>
            {words}
          </label>
        )}
        {end !== undefined && <span className={styles.end}>{end}</span>}
      </div>
      {children}
      {help && (
        <div className={styles.help} id={`${id}-help`}>
          {help}
        </div>
      )}
      <div id={faultId(id)} className={styles.faults} role={faults.length > 0 ? 'alert' : undefined}>
        {faults.map((fault) => (
          <div className={styles.fault} key={fault}>
            {fault}
          </div>
        ))}
      </div>
    </div>
  );
}
