'use client';
import { usePathname } from 'next/navigation';
import type { ReactElement } from 'react';
import { TypeIcon } from '../../../../ui/icon';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';

/** What waits for review, by type, and what else Release holds. */
export function ReleaseOutline(): ReactElement {
  const { data } = useAsk('overview');
  const path = usePathname();
  return (
    <>
      <OutlineGroup title="Waits for review" count={data?.inReview}>
        {data?.types
          .filter(({ counts }) => counts.review > 0)
          .map(({ key, plural, icon, counts }) => (
            <OutlineRow
              key={key}
              label={plural}
              icon={<TypeIcon name={icon} />}
              href={`/bench/write/${key}?state=review`}
              end={counts.review}
            />
          ))}
      </OutlineGroup>
      <OutlineGroup title="Addresses">
        <OutlineRow
          label="Old addresses"
          href="/bench/release/addresses"
          here={path === '/bench/release/addresses'}
        />
      </OutlineGroup>
    </>
  );
}
