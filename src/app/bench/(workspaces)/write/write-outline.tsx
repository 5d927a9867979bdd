'use client';
import { Folder, Rows3, Trash2 } from 'lucide-react';
import { useSearchParams } from 'next/navigation';
import type { ReactElement } from 'react';
import { states, type State } from '../../../../core/content/states';
import { FOLDERS } from '../../../../core/model/media-type';
import { TypeIcon } from '../../../../ui/icon';
import { StateMark } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';
import { hrefOfView } from './table/view-address';

/** The folders of media, each with how many lie in it and below. */
function Folders({ here }: { here: string }): ReactElement {
  const { data } = useAsk('categories', { path: { id: FOLDERS } });
  const { data: counts } = useAsk('categoryCounts', { path: { id: FOLDERS } });
  const items = data?.items ?? [];
  return (
    <OutlineGroup title="By folder" count={data?.items.length}>
      {items.map(({ id, label, depth }) => (
        <OutlineRow
          key={id}
          depth={depth}
          label={label}
          icon={<Folder size={15} strokeWidth={1.6} aria-hidden="true" />}
          href={`/bench/write/media?folder=${id}`}
          here={here === id}
          end={counts && (counts.items.find((each) => each.id === id)?.all ?? 0)}
        />
      ))}
      <OutlineRow label="In no folder" href="/bench/write/media?folder=none" here={here === 'none'} />
    </OutlineGroup>
  );
}

interface Props {
  /** Whether one looks at all content together. */
  all?: boolean;
  typeKey?: string;
  state?: string;
  /** Where among media one is: all, a folder, `none`, or where folders are made. */
  media?: string;
  /** Whether one looks into the bin. */
  bin?: boolean;
}

/** All content, content types with the number of their entries, media, kept views; below what is at hand, its states or folders. */
export function WriteOutline({ all = false, typeKey, state, media, bin = false }: Props): ReactElement {
  const model = useModel();
  const { data } = useAsk('overview');
  const countsOf = (key: string) => data?.types.find((type) => type.key === key)?.counts;
  const here = typeKey === undefined ? (all ? data?.all : undefined) : countsOf(typeKey);
  const view = useSearchParams().get('view');
  const { data: views } = useAsk('keptViews');
  const inAll = (counts: Readonly<Record<State, number>>) =>
    states.filter((each) => each !== 'binned').reduce((sum, each) => sum + counts[each], 0);
  return (
    <>
      <OutlineGroup title="Content">
        <OutlineRow
          label="All content"
          icon={<Rows3 size={15} strokeWidth={1.6} aria-hidden="true" />}
          href="/bench/write"
          here={all && state === undefined && view === null}
          {...(data ? { end: inAll(data.all) } : {})}
        />
        {model.contentTypes.map(({ definition }) => {
          const counts = countsOf(definition.key);
          const n = counts && inAll(counts);
          return (
            <OutlineRow
              key={definition.id}
              depth={1}
              label={definition.plural}
              icon={<TypeIcon name={definition.icon} />}
              href={`/bench/write/${definition.key}`}
              here={definition.key === typeKey && state === undefined && view === null}
              {...(n === undefined ? {} : { end: n })}
            />
          );
        })}
        <OutlineRow
          label="Media"
          icon={<TypeIcon name="picture" />}
          href="/bench/write/media"
          here={media === 'all'}
          {...(data ? { end: data.media } : {})}
        />
      </OutlineGroup>
      {media !== undefined && <Folders here={media} />}
      {views && views.items.length > 0 && (
        <OutlineGroup title="Views" count={views.items.length}>
          {views.items.map((each) => (
            <OutlineRow
              key={each.id}
              label={each.label}
              href={hrefOfView(each)}
              here={view === each.id}
              {...(each.own ? {} : { end: each.by, endIs: 'words' as const })}
            />
          ))}
        </OutlineGroup>
      )}
      <OutlineGroup title="Put away">
        <OutlineRow
          label="Bin"
          icon={<Trash2 size={15} strokeWidth={1.6} aria-hidden="true" />}
          href="/bench/write/bin"
          here={bin}
        />
      </OutlineGroup>
      {here && (
        <OutlineGroup title="By state">
          {states.map((each) => (
            <OutlineRow
              key={each}
              label={<StateMark state={each} />}
              href={`/bench/write${typeKey === undefined ? '' : `/${typeKey}`}?state=${each}`}
              here={state === each && view === null}
              end={here[each]}
            />
          ))}
        </OutlineGroup>
      )}
    </>
  );
}
