'use client';
import { usePathname } from 'next/navigation';
import type { ReactElement } from 'react';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useMay } from '../../../../ui/shell/person';
import { useAsk } from '../../../../ui/use-ask';

/** What is watched, as far as it is there. */
export function WatchOutline(): ReactElement {
  const path = usePathname();
  const { data } = useAsk('overview');
  const mayKeep = useMay('keep people');
  return (
    <>
      <OutlineGroup title="At work">
        <OutlineRow label="Long work" href="/bench/watch/work" here={path === '/bench/watch/work'} />
        <OutlineRow label="Who did what" href="/bench/watch/acts" here={path === '/bench/watch/acts'} />
      </OutlineGroup>
      <OutlineGroup title="Visitors">
        <OutlineRow
          label="What visitors say"
          href="/bench/watch/comments"
          here={path === '/bench/watch/comments'}
          {...(data && data.said > 0 ? { end: data.said } : {})}
        />
        {mayKeep && (
          <>
            <OutlineRow
              label="Messages of visitors"
              href="/bench/watch/messages"
              here={path === '/bench/watch/messages'}
            />
            <OutlineRow
              label="Accounts of visitors"
              href="/bench/watch/visitors"
              here={path === '/bench/watch/visitors'}
            />
          </>
        )}
        <OutlineRow label="Sought in vain" href="/bench/watch/sought" here={path === '/bench/watch/sought'} />
      </OutlineGroup>
    </>
  );
}
