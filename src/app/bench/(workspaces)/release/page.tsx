'use client';
import dayjs from 'dayjs';
import type { ReactElement } from 'react';
import type { CompiledType } from '../../../../core/model/compile';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { Workspace } from '../../../../ui/shell/workspace';
import { useAsk } from '../../../../ui/use-ask';
import { ToCome } from '../to-come';
import { ReleaseOutline } from './release-outline';
import { Link } from '../../../../ui/link';

const MOST = 50;

/** The entries of one type that wait for review. */
function Waiting({ type }: { type: CompiledType }): ReactElement | null {
  const { data } = useAsk('entries', {
    query: { type: type.definition.key, state: 'review', sort: '-changed', limit: MOST },
  });
  if (!data || data.total === 0) return null;
  return (
    <Frame label={`${type.definition.plural} that wait for review`}>
      <ul>
        {data.items.map(({ id, title, faults, changedAt }) => (
          <li
            key={id}
            style={{
              display: 'flex',
              gap: 12,
              padding: '9px 16px',
              borderBottom: '1px solid var(--rule-soft)',
              alignItems: 'baseline',
            }}
          >
            <Link href={`/bench/write/entry/${id}`} style={{ fontWeight: 600, color: 'var(--ink)' }}>
              {title || 'Without a name'}
            </Link>
            <span className={look.pencil}>{type.definition.label}</span>
            {faults > 0 && <span style={{ color: 'var(--madder)', fontSize: 13 }}>{faults} to fix</span>}
            <span className={`${look.pencil} ${look.small}`} style={{ marginLeft: 'auto' }}>
              since {dayjs(changedAt).format('D MMMM')}
            </span>
          </li>
        ))}
        {data.total > MOST && (
          <li style={{ padding: '9px 16px' }}>
            <Link href={`/bench/write/${type.definition.key}?state=review`}>All {data.total}</Link>
          </li>
        )}
      </ul>
    </Frame>
  );
}

export default function ReleasePage(): ReactElement {
  const model = useModel();
  const { data } = useAsk('overview');
  return (
    <Workspace outlineLabel="Release" outline={<ReleaseOutline />}>
      <div className={look.heading}>
        <div>
          <Eyebrow>Release</Eyebrow>
          <h1>What waits for review</h1>
          <p className={look.pencil}>Open one to read it, then publish it or give it back.</p>
        </div>
      </div>
      {data?.inReview === 0 && (
        <div className={look.empty}>
          <strong>Nothing waits.</strong>
          <p>What writers send for review stands here.</p>
        </div>
      )}
      {model.contentTypes.map((type) => (
        <Waiting key={type.id} type={type} />
      ))}
      <ToCome
        title="What this workspace will hold besides"
        holds={[
          ['Calendar', 'What goes live and what comes down, day by day.'],
          ['Release sets', 'Things that are published together.'],
          ['Exports', 'What goes out in open formats.'],
          ['Any moment', 'The whole site as it stands at a date.'],
        ]}
      />
    </Workspace>
  );
}
