'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { MeantPage, NowhereRow } from '../../../../../../contract/redirects';
import { ask, wordsOf } from '../../../../../../ui/ask';
import { Link } from '../../../../../../ui/link';
import look from '../../../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../../../ui/marks';
import { Paging } from '../../../../../../ui/paging';
import { PlainTable } from '../../../../../../ui/plain-table';
import { useMay } from '../../../../../../ui/shell/person';
import { useTell } from '../../../../../../ui/telling';
import { useAsk } from '../../../../../../ui/use-ask';
import { When } from '../../../../../../ui/when';
import { firstNowhere, PER_TABLE } from './first-nowhere';
import styles from './nowhere.module.css';

function Row({
  row: { address, times, last, meant },
  may,
  onLead,
  onPutAway,
}: {
  row: NowhereRow;
  may: boolean;
  onLead: (to: MeantPage) => void;
  onPutAway: () => void;
}): ReactElement {
  return (
    <tr>
      <td>
        <Mono>{address}</Mono>
      </td>
      <td className={styles.numbers}>
        {times.toLocaleString('en')}
        <small>
          last <When at={last} />
        </small>
      </td>
      <td>
        {meant.length === 0 && <span className={look.pencil}>nothing here has its words</span>}
        <ul className={styles.meant}>
          {meant.map((each) => (
            <li key={each.address}>
              {may ? (
                <Button
                  size="small"
                  aria-label={`Lead ${address} to ${each.label}`}
                  onClick={() => onLead(each)}
                >
                  Lead to {each.label}
                </Button>
              ) : (
                each.label
              )}
              <Mono>{each.address}</Mono>
            </li>
          ))}
        </ul>
      </td>
      {may && (
        <td className={styles.does}>
          <span>
            <Button
              size="small"
              component={Link}
              href={`/bench/release/addresses/by-hand?from=${encodeURIComponent(address)}`}
            >
              Elsewhere…
            </Button>
            <Button size="small" aria-label={`Put ${address} away`} onClick={onPutAway}>
              Put away
            </Button>
          </span>
        </td>
      )}
    </tr>
  );
}

/** Addresses that visitors asked for where nothing stands: each led in one act to what was likely meant. */
export function NowhereBench(): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const may = useMay('arrange pages');
  const [offset, setOffset] = useState(0);
  const [problem, setProblem] = useState<string>();
  const { data, error } = useAsk(
    'nowhere',
    offset === 0 ? firstNowhere : { query: { offset, limit: PER_TABLE } },
  );
  const doing = async (what: () => Promise<unknown>, words: string) => {
    try {
      await what();
      setProblem(undefined);
      tell(words);
    } catch (failed) {
      setProblem(wordsOf(failed));
    } finally {
      await client.invalidateQueries();
    }
  };
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Release</Eyebrow>
          <h1>Led nowhere</h1>
          <p className={look.pencil}>
            Addresses that visitors asked for where nothing stands. Who did is not kept.
          </p>
        </div>
      </div>
      {error && <p role="alert">{wordsOf(error)}</p>}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {data?.total === 0 && (
        <div className={look.empty}>
          <strong>No address has led nowhere yet.</strong>
          <p>When a visitor asks for one at which nothing stands, it is told here a little later.</p>
        </div>
      )}
      {data && data.items.length > 0 && (
        <PlainTable label="Led nowhere" columns={['Address', 'Asked for', 'Likely meant']} acts={may}>
          {data.items.map((row) => (
            <Row
              key={row.address}
              row={row}
              may={may}
              onLead={(to) =>
                void doing(
                  () => ask('addRedirect', { body: { from: row.address, to: to.address } }),
                  `${row.address} leads to ${to.label}.`,
                )
              }
              onPutAway={() =>
                void doing(
                  () => ask('putAway', { body: { addresses: [row.address] } }),
                  `${row.address} is put away.`,
                )
              }
            />
          ))}
        </PlainTable>
      )}
      {data && (
        <Paging
          total={data.total}
          per={PER_TABLE}
          offset={offset}
          onOffset={setOffset}
          before="More often"
          behind="Less often"
        />
      )}
    </>
  );
}
