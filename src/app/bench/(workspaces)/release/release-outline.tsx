'use client';
import { usePathname } from 'next/navigation';
import type { ReactElement } from 'react';
import { TypeIcon } from '../../../../ui/icon';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';

const addresses = [
  { label: 'Old addresses', href: '/bench/release/addresses' },
  { label: 'By hand', href: '/bench/release/addresses/by-hand' },
  { label: 'Led nowhere', href: '/bench/release/addresses/nowhere' },
];

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
        {addresses.map(({ label, href }) => (
          <OutlineRow key={href} label={label} href={href} here={path === href} />
        ))}
      </OutlineGroup>
    </>
  );
}
