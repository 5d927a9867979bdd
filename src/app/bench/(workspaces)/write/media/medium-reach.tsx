'use client';
import type { ReactElement } from 'react';
import look from '../../../../../ui/look/look.module.css';
import { ReachedPages } from '../../../../../ui/reached-pages';
import { Eyebrow } from '../../../../../ui/marks';
import { Stem } from '../../../../../ui/stem';
import { useAsk } from '../../../../../ui/use-ask';
import { whereWorkedOn } from '../../../../../ui/where-worked-on';

/** What shows a medium, and the visitor pages that differ when something else is said of it. */
export function MediumReach({ id }: { id: string }): ReactElement | null {
  const { data: medium } = useAsk('medium', { path: { id } });
  const { data: reach } = useAsk('mediumReach', { path: { id } });
  if (!medium) return null;
  return (
    <>
      <section>
        <Eyebrow>Reach</Eyebrow>
        <Stem
          label="Reach of this medium"
          from={[{ key: 'file', label: medium.mime, detail: 'its file' }]}
          here={{ label: medium.label, detail: medium.sort }}
          to={
            reach && reach.goesTo.length > 0
              ? reach.goesTo.map((link) => ({
                  key: link.id,
                  label: link.label,
                  detail: link.detail,
                  ...whereWorkedOn(link),
                }))
              : [
                  {
                    key: 'nowhere',
                    label: <span className={look.faint}>{reach ? 'Nothing shows it' : 'Looking…'}</span>,
                  },
                ]
          }
        />
      </section>
      <ReachedPages title="Would differ without it" pages={reach?.pages ?? []} />
    </>
  );
}
