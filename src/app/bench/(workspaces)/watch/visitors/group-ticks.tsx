import type { ReactElement } from 'react';
import type { VisitorGroup } from '../../../../../core/site/audience';
import styles from './visitors.module.css';

/** To which groups a visitor belongs. Nothing where there are none. */
export function GroupTicks({
  label,
  groups,
  chosen,
  disabled = false,
  onChange,
}: {
  label: string;
  groups: readonly VisitorGroup[];
  chosen: readonly string[];
  disabled?: boolean;
  onChange: (chosen: string[]) => void;
}): ReactElement | null {
  if (groups.length === 0) return null;
  return (
    <div className={styles.groups} role="group" aria-label={label}>
      {groups.map(({ id, label: name }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={chosen.includes(id)}
            disabled={disabled}
            onChange={({ target }) =>
              onChange(target.checked ? [...chosen, id] : chosen.filter((each) => each !== id))
            }
          />
          {name}
        </label>
      ))}
    </div>
  );
}
