'use client';
import { memo, type ReactElement } from 'react';
import type { ReachAnswer } from '../../../../contract/entries';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../ui/marks';
import { ReachedPages } from '../../../../ui/reached-pages';
import { Stem } from '../../../../ui/stem';
import { whereWorkedOn } from '../../../../ui/where-worked-on';

interface Props {
  type: CompiledType<ContentType>;
  title: string;
  detail: string;
  /** Whether visitors see it, or will. */
  isShown: boolean;
  /** Whether publishing it would show something new. */
  hasNews: boolean;
  reach: ReachAnswer | undefined;
}

/** Where an entry shows, and the pages that would differ with it. It follows no key but those of the title. */
export const EntryReach = memo(function EntryReach({
  type,
  title,
  detail,
  isShown,
  hasNews,
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
              ? reach.goesTo.map((link) => ({
                  key: link.id,
                  label: link.label,
                  detail: `${link.sort}, ${link.detail}`,
                  ...whereWorkedOn(link),
                }))
              : [
                  {
                    key: 'nowhere',
                    label: <span className={look.faint}>{reach ? nowhere : 'Looking…'}</span>,
                  },
                ]
          }
        />
      </section>
      <ReachedPages
        title={hasNews ? 'Would differ if published' : 'Would differ without it'}
        pages={reach?.pages ?? []}
      />
    </>
  );
});
