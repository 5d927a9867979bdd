'use client';
import { useState, type ReactElement } from 'react';
import { wordsOf } from '../../../../../ui/ask';
import { languageName } from '../../../../../ui/form-languages';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { Paging } from '../../../../../ui/paging';
import { PlainTable } from '../../../../../ui/plain-table';
import { useAsk } from '../../../../../ui/use-ask';
import { When } from '../../../../../ui/when';
import { firstSought, PER_TABLE } from './first-sought';

/** What visitors sought and did not find: what is missing, or is called by another word. */
export function SoughtBench(): ReactElement {
  const [offset, setOffset] = useState(0);
  const { data, error } = useAsk(
    'soughtInVain',
    offset === 0 ? firstSought : { query: { offset, limit: PER_TABLE } },
  );
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Watch</Eyebrow>
          <h1>Sought in vain</h1>
          <p className={look.pencil}>
            What visitors typed into the search of the site, and found nothing. Who did is not kept.
          </p>
        </div>
      </div>
      {error && <p role="alert">{wordsOf(error)}</p>}
      {data?.total === 0 && (
        <div className={look.empty}>
          <strong>Nothing was sought in vain yet.</strong>
          <p>When a visitor searches the site and nothing is found, the words stand here a little later.</p>
        </div>
      )}
      {data && data.items.length > 0 && (
        <PlainTable label="Sought in vain" columns={['Words', 'Language', 'Times', 'Last']}>
          {data.items.map(({ words, language, times, last }) => (
            <tr key={`${language} ${words}`}>
              <td>{words}</td>
              <td>{languageName(language)}</td>
              <td>{times}</td>
              <td>
                <When at={last} />
              </td>
            </tr>
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
