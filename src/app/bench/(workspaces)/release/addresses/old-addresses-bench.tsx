'use client';
import { useState, type ReactElement } from 'react';
import type { OldAddress } from '../../../../../contract/old-addresses';
import { wordsOf } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Mono } from '../../../../../ui/marks';
import { Paging } from '../../../../../ui/paging';
import { PlainTable } from '../../../../../ui/plain-table';
import { useAsk } from '../../../../../ui/use-ask';
import { When } from '../../../../../ui/when';
import { firstAddresses, PER_TABLE } from './first-addresses';

const whyWords: Record<OldAddress['why'], string> = {
  renamed: 'Its address was changed',
  moved: 'It was moved',
  merged: 'It became part of another',
  replaced: 'Another was put in its place',
};

function Row({ old: { address, leadsTo, label, why, at, taken } }: { old: OldAddress }): ReactElement {
  return (
    <tr>
      <td>
        <Mono>{address}</Mono>
      </td>
      <td>
        {leadsTo === undefined ? (
          <span className={look.pencil}>nowhere: visitors do not see {label || 'what stood there'}</span>
        ) : (
          <>
            {label} <Mono>{leadsTo}</Mono>
          </>
        )}
        {taken && <small data-due>Something else stands at the old address by now; visitors get that.</small>}
      </td>
      <td>{whyWords[why]}</td>
      <td>
        <When at={at} />
      </td>
    </tr>
  );
}

/** Where addresses lead at which something stood before: what was renamed, moved, merged or replaced. */
export function OldAddressesBench(): ReactElement {
  const [offset, setOffset] = useState(0);
  const { data, error } = useAsk(
    'oldAddresses',
    offset === 0 ? firstAddresses : { query: { offset, limit: PER_TABLE } },
  );
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Release</Eyebrow>
          <h1>Old addresses</h1>
          <p className={look.pencil}>
            Whoever comes by one is led on, with all that stood below it. They come about by themselves.
          </p>
        </div>
      </div>
      {error && <p role="alert">{wordsOf(error)}</p>}
      {data?.total === 0 && (
        <div className={look.empty}>
          <strong>No address has changed yet.</strong>
          <p>
            When a page that visitors see is renamed or moved, or a category, its old address stands here.
          </p>
        </div>
      )}
      {data && data.items.length > 0 && (
        <PlainTable label="Old addresses" columns={['Old address', 'Leads to', 'Why', 'Since']}>
          {data.items.map((old) => (
            <Row key={`${old.address} ${old.why} ${old.at}`} old={old} />
          ))}
        </PlainTable>
      )}
      {data && (
        <Paging
          total={data.total}
          per={PER_TABLE}
          offset={offset}
          onOffset={setOffset}
          before="Later"
          behind="Earlier"
        />
      )}
    </>
  );
}
