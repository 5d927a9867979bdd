'use client';
import type { ReactElement } from 'react';
import type { SeenBy, VisitorGroup } from '../core/site/audience';
import { Labelled } from './labelled';
import styles from './for-whom.module.css';

/** For whom something is, in a few words. */
export function forWhomInWords({ groups }: Pick<SeenBy, 'groups'>, known: readonly VisitorGroup[]): string {
  if (groups.length === 0) return 'whoever is signed in';
  const names = groups.map((group) => known.find(({ id }) => id === group)?.label ?? 'a group that is gone');
  return new Intl.ListFormat('en', { type: 'disjunction' }).format(names);
}

/** Says for whom something is: everyone, whoever is signed in, or some groups of visitors. */
export function ForWhom({
  id,
  label = 'For whom',
  help,
  groups,
  value,
  asks = false,
  disabled = false,
  onChange,
}: {
  id: string;
  label?: string;
  help?: string;
  /** The groups that there are. */
  groups: readonly VisitorGroup[];
  value: SeenBy | undefined;
  /** Whether it may be said what others find. */
  asks?: boolean;
  disabled?: boolean;
  onChange: (value: SeenBy | undefined) => void;
}): ReactElement {
  const kept = value?.asks && asks ? ({ asks: true } as const) : {};
  const chosen = value?.groups ?? [];
  const gone = chosen.filter((group) => !groups.some((each) => each.id === group));
  const offered = [
    ...groups,
    ...gone.map((each) => ({ id: each, key: each, label: 'A group that is gone' })),
  ];
  const choose = (name: string, isChosen: boolean, to: SeenBy | undefined) => (
    <label>
      <input type="radio" name={id} checked={isChosen} disabled={disabled} onChange={() => onChange(to)} />
      {name}
    </label>
  );
  return (
    <Labelled id={id} label={label} group help={help}>
      <div className={styles.whom}>
        {choose('Everyone', value === undefined, undefined)}
        {choose('Whoever is signed in', value !== undefined && chosen.length === 0, { groups: [], ...kept })}
        {offered.length > 0 && (
          <>
            {choose('Some groups', chosen.length > 0, {
              groups: chosen.length > 0 ? chosen : offered.slice(0, 1).map((each) => each.id),
              ...kept,
            })}
            {chosen.length > 0 && (
              <div className={`${styles.whom} ${styles.inner}`}>
                {offered.map((group) => (
                  <label key={group.id}>
                    <input
                      type="checkbox"
                      checked={chosen.includes(group.id)}
                      // The last one stays: for nobody there is “Whoever is signed in” or “Everyone”.
                      disabled={disabled || (chosen.length === 1 && chosen[0] === group.id)}
                      onChange={({ target }) =>
                        onChange({
                          groups: target.checked
                            ? [...chosen, group.id]
                            : chosen.filter((each) => each !== group.id),
                          ...kept,
                        })
                      }
                    />
                    {group.label}
                  </label>
                ))}
              </div>
            )}
          </>
        )}
        {value && asks && (
          <label className={styles.inner}>
            <input
              type="checkbox"
              checked={value.asks === true}
              disabled={disabled}
              onChange={({ target }) =>
                onChange({ groups: chosen, ...(target.checked ? { asks: true } : {}) })
              }
            />
            Others are asked to sign in (and learn that it is there)
          </label>
        )}
      </div>
    </Labelled>
  );
}
