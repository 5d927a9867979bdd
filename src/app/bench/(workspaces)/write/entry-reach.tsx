'use client';
import { memo, type ReactElement } from 'react';
import type { ReachAnswer, ReachLink } from '../../../../contract/entries';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono } from '../../../../ui/marks';
import { Stem } from '../../../../ui/stem';

interface Props {
  type: CompiledType<ContentType>;
  title: string;
  detail: string;
  /** Whether visitors see it, or will. */
  isShown: boolean;
  reach: ReachAnswer | undefined;
}

/** Where each sort of thing is worked on. */
const benches: Partial<Record<ReachLink['sort'], string>> = {
  listing: '/bench/map',
  page: '/bench/arrange',
  entry: '/bench/write/entry',
};

/** Where an entry shows, and the pages that would differ with it. It follows no key but those of the title. */
export const EntryReach = memo(function EntryReach({
  type,
  title,
  detail,
  isShown,
  reach,
}: Props): ReactElement {
  const nowhere = isShown ? 'It stands in no listing' : 'Visitors see it nowhere yet';
  return (
    <>
      <section>
        <Eyebrow>Reach</Eyebrow>
        <Stem
          label="Reach of this entry"
          from={[
            {
              key: 'type',
              label: type.definition.label,
              detail: 'frames it',
              href: `/bench/shape/content/${type.definition.key}`,
            },
          ]}
          here={{ label: title, detail }}
          to={
            reach && reach.goesTo.length > 0
              ? reach.goesTo.map(({ sort, id, label, detail: how }) => ({
                  key: id,
                  label,
                  detail: sort === 'listing' ? `listing, ${how}` : `${sort}, ${how}`,
                  ...(benches[sort] === undefined ? {} : { href: `${benches[sort]}/${id}` }),
                }))
              : reach
                ? [{ key: 'nowhere', label: <span className={look.faint}>{nowhere}</span> }]
                : []
          }
        />
      </section>
      {reach && reach.pages.length > 0 && (
        <section>
          <Eyebrow end={reach.pages.length}>Would differ if published</Eyebrow>
          {reach.pages.map((page) => (
            <a key={page.id} className={look.small} href={page.detail} target="_blank" rel="noreferrer">
              {page.label} <Mono>{page.detail}</Mono>
            </a>
          ))}
        </section>
      )}
    </>
  );
});
