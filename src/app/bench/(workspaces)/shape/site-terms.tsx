'use client';
import type { ReactElement } from 'react';
import { offeredTerms, type Terms } from '../../../../core/site/terms';
import { Chosen } from '../../../../ui/chosen';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../ui/marks';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

const asked: readonly { of: keyof Terms; label: string }[] = [
  { of: 'accounts', label: 'An account that nobody signs in to goes after' },
  { of: 'comments', label: 'What was said on a page goes after' },
  { of: 'messages', label: 'A letter in the outbox, as a form sends it, goes after' },
];

/** When what visitors leave goes by itself. */
export function SiteTerms(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  const terms = document.terms ?? {};
  const put = (of: keyof Terms, days: number | undefined) =>
    change((model) => {
      const { terms: before = {}, ...rest } = model;
      const { [of]: _gone, ...others } = before;
      const next = days === undefined ? others : { ...others, [of]: days };
      return Object.keys(next).length > 0 ? { ...rest, terms: next } : rest;
    });
  return (
    <div className={styles.languages}>
      <Eyebrow>What visitors leave</Eyebrow>
      <p className={look.pencil}>
        Once a day what is older goes for good, with what answers it; with an account all that was said with
        it.
      </p>
      <div className={styles.pair}>
        {asked.map(({ of, label }) => {
          const days = terms[of];
          const others =
            days === undefined || offeredTerms.some((each) => each.days === days)
              ? []
              : [[String(days), `${days} days`] as const];
          return (
            <Chosen
              key={of}
              id={`terms-${of}`}
              label={label}
              value={days === undefined ? '' : String(days)}
              none="Never"
              options={[
                ...offeredTerms.map(({ days: each, label: words }) => [String(each), words] as const),
                ...others,
              ]}
              disabled={!mayChange}
              onChange={(chosen) => put(of, chosen === '' ? undefined : Number(chosen))}
            />
          );
        })}
      </div>
    </div>
  );
}
