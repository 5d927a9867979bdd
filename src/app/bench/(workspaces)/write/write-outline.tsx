'use client';
import { Folder, Trash2 } from 'lucide-react';
import type { ReactElement } from 'react';
import { states } from '../../../../core/content/states';
import { FOLDERS } from '../../../../core/model/media-type';
import { TypeIcon } from '../../../../ui/icon';
import { StateMark } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';

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
  typeKey?: string;
  state?: string;
  /** Where among media one is: all, a folder, `none`, or where folders are made. */
  media?: string;
  /** Whether one looks into the bin. */
  bin?: boolean;
}

/** Content types with the number of their entries, and media; below the one at hand, its states or folders. */
export function WriteOutline({ typeKey, state, media, bin = false }: Props): ReactElement {
  const model = useModel();
  const { data } = useAsk('overview');
  const countsOf = (key: string) => data?.types.find((type) => type.key === key)?.counts;
  const here = typeKey === undefined ? undefined : countsOf(typeKey);
  return (
    <>
      <OutlineGroup title="Content types" count={model.contentTypes.length}>
        {model.contentTypes.map(({ definition }) => {
          const counts = countsOf(definition.key);
          const n =
            counts && states.filter((each) => each !== 'binned').reduce((sum, each) => sum + counts[each], 0);
          return (
            <OutlineRow
              key={definition.id}
              label={definition.plural}
              icon={<TypeIcon name={definition.icon} />}
              href={`/bench/write/${definition.key}`}
              here={definition.key === typeKey && state === undefined}
              {...(n === undefined ? {} : { end: n })}
            />
          );
        })}
      </OutlineGroup>
      <OutlineGroup title="Media">
        <OutlineRow
          label="All media"
          icon={<TypeIcon name="picture" />}
          href="/bench/write/media"
          here={media === 'all'}
          {...(data ? { end: data.media } : {})}
        />
      </OutlineGroup>
      {media !== undefined && <Folders here={media} />}
      <OutlineGroup title="Put away">
        <OutlineRow
          label="Bin"
          icon={<Trash2 size={15} strokeWidth={1.6} aria-hidden="true" />}
          href="/bench/write/bin"
          here={bin}
        />
      </OutlineGroup>
      {typeKey !== undefined && here && (
        <OutlineGroup title="By state">
          {states.map((each) => (
            <OutlineRow
              key={each}
              label={<StateMark state={each} />}
              href={`/bench/write/${typeKey}?state=${each}`}
              here={state === each}
              end={here[each]}
            />
          ))}
        </OutlineGroup>
      )}
    </>
  );
}
