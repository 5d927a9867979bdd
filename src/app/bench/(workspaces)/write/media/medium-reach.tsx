'use client';
import type { ReactElement } from 'react';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Mono } from '../../../../../ui/marks';
import { Stem } from '../../../../../ui/stem';
import { useAsk } from '../../../../../ui/use-ask';

const places = { listing: 'map', page: 'arrange', entry: 'write/entry' } as const;
const hrefOf = (sort: string, id: string): string =>
  `/bench/${places[sort as keyof typeof places] ?? 'arrange'}/${id}`;

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
          here={{ label: medium.label, detail: id.slice(-12) }}
          to={
            reach && reach.goesTo.length > 0
              ? reach.goesTo.map((link) => ({
                  key: link.id,
                  label: link.label,
                  detail: link.detail,
                  href: hrefOf(link.sort, link.id),
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
      {reach && reach.pages.length > 0 && (
        <section>
          <Eyebrow end={reach.pages.length}>Would differ without it</Eyebrow>
          {reach.pages.map((page) => (
            <a key={page.id} className={look.small} href={page.detail} target="_blank" rel="noreferrer">
              {page.label} <Mono>{page.detail}</Mono>
            </a>
          ))}
        </section>
      )}
    </>
  );
}
