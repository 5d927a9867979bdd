'use client';
import { memo, type ReactElement } from 'react';
import type { VersionedSort } from '../../contract/versions';
import { Link } from '../link';
import { OutlineGroup } from '../shell/outline';
import { useAsk } from '../use-ask';
import { historyOf } from './version-hrefs';
import { VersionList } from './version-list';
import styles from './version-list.module.css';

/** How many versions stand beside a record; all of them stand in its history. */
const NEWEST = 6;

/** The newest versions of a record, each leading to how it differs from what is worked on. */
export const EarlierVersions = memo(function EarlierVersions({
  sort,
  id,
}: {
  sort: VersionedSort;
  id: string;
}): ReactElement {
  const { data } = useAsk('versions', { path: { id }, query: { limit: NEWEST } });
  const newest = data?.items[0]?.number ?? 0;
  return (
    <OutlineGroup
      title="Versions"
      count={data?.total}
      list={
        <>
          {data && (
            <VersionList
              items={data.items}
              working={newest}
              hrefOf={({ number }) => historyOf(sort, id, number === newest ? {} : { against: number })}
            />
          )}
          <Link className={styles.all} href={historyOf(sort, id)}>
            {data && data.total > data.items.length ? `All ${data.total}, compared` : 'Compare versions'}
          </Link>
        </>
      }
    >
      {null}
    </OutlineGroup>
  );
});
