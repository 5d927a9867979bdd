'use client';
import { useState, type ReactElement } from 'react';
import { wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import styles from '../../../../../ui/look/plain-table.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { Paging } from '../../../../../ui/paging';
import { useAsk } from '../../../../../ui/use-ask';
import { When } from '../../../../../ui/when';
import { firstSought, PER_TABLE } from './first-sought';

const nameOf = (locale: string): string =>
  new Intl.DisplayNames(['en'], { type: 'language' }).of(locale) ?? locale;

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
        <Frame label="Sought in vain">
          <div className={styles.wrap} tabIndex={0} role="region" aria-label="Sought in vain, to scroll">
            <table className={styles.table}>
              <thead>
                <tr>
                  <th scope="col">Words</th>
                  <th scope="col">Language</th>
                  <th scope="col">Times</th>
                  <th scope="col">Last</th>
                </tr>
              </thead>
              <tbody>
                {data.items.map(({ words, language, times, last }) => (
                  <tr key={`${language} ${words}`}>
                    <td>{words}</td>
                    <td>{nameOf(language)}</td>
                    <td>{times}</td>
                    <td>
                      <When at={last} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Frame>
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
