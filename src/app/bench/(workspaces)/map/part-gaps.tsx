'use client';
import { Popover } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { ListingPlace } from '../../../../contract/listings';
import type { JsonObject } from '../../../../core/json';
import { parts, type PartKey } from '../../../../core/mapping/parts';
import { Share } from '../../../../ui/marks';
import { useAsk } from '../../../../ui/use-ask';
import styles from './map.module.css';
import { Link } from '../../../../ui/link';

/** The entries in which a part shows nothing, each with the way to it. */
function Gaps({ rule, at, part }: { rule: JsonObject; at: ListingPlace; part: PartKey }): ReactElement {
  const { data, error } = useAsk('tryListingGaps', { body: { rule, at, part } });
  if (!data) return <p role="status">{error ? error.message : 'Looking…'}</p>;
  return (
    <>
      <p>
        {data.total === 0 ? (
          `${parts[part].label} shows something in all of them.`
        ) : (
          <>
            <b>{data.total}</b> show nothing here:
          </>
        )}
      </p>
      <ul>
        {data.items.map(({ id, label, detail }) => (
          <li key={id}>
            <Link href={`/bench/open/${id}`}>{label || 'Without a name'}</Link> <small>{detail}</small>
          </li>
        ))}
      </ul>
      {data.total > data.items.length && <p>and {data.total - data.items.length} more</p>}
    </>
  );
}

/** How many entries fill a part, and on a press those that do not. */
export function PartCoverage({
  rule,
  at,
  part,
  filled,
  of,
}: {
  rule: JsonObject;
  at: ListingPlace;
  part: PartKey;
  filled: number;
  of: number;
}): ReactElement {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (filled >= of) return <Share narrow part={filled} of={of} />;
  return (
    <>
      <button
        type="button"
        className={styles.gaps}
        aria-haspopup="dialog"
        aria-label={`${parts[part].label}: ${filled} of ${of}. Show the ${of - filled} without it`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <Share narrow part={filled} of={of} />
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': `Without ${parts[part].label}` } }}
      >
        <div className={styles.gaplist}>{anchor && <Gaps rule={rule} at={at} part={part} />}</div>
      </Popover>
    </>
  );
}
