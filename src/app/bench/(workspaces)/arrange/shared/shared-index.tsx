'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import { Frame } from '../../../../../ui/frame';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import table from '../../../../../ui/look/plain-table.module.css';
import { Eyebrow, Mono, StateMark } from '../../../../../ui/marks';
import { useModel } from '../../../../../ui/model-in-force';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useAsk } from '../../../../../ui/use-ask';
import { wordsOf } from '../../../../../ui/ask';
import { SiteTree } from '../tree/site-tree';
import { onPagesInWords } from './use-shared-blocks';

/** All shared blocks, each with what it is made of and where it shows. */
export function SharedIndex(): ReactElement {
  const model = useModel();
  const { data, error } = useAsk('sharedBlocks');
  return (
    <Workspace outline={<SiteTree />} outlineLabel="Site tree">
      <div className={look.heading}>
        <div>
          <Eyebrow>Arrange</Eyebrow>
          <h1>Shared blocks</h1>
          <p className={look.pencil}>
            Each is kept once and shows in many places. A change of it shows wherever it stands.
          </p>
        </div>
      </div>
      <Frame label="Shared blocks">
        {error ? (
          <p role="alert">{wordsOf(error)}</p>
        ) : !data ? (
          <p className={look.pencil} role="status">
            They are being fetched…
          </p>
        ) : data.items.length === 0 ? (
          <div className={look.empty}>
            <strong>Nothing is shared yet</strong>
            <p>
              Open a page, select a block or several, and choose “Keep as a shared block…” from the menu of
              their handle.
            </p>
            <Button component={Link} href="/bench/arrange" variant="contained">
              Open a page
            </Button>
          </div>
        ) : (
          <div className={table.wrap} tabIndex={0} role="group" aria-label="Shared blocks">
            <table className={table.table}>
              <thead>
                <tr>
                  <th scope="col">Name</th>
                  <th scope="col">State</th>
                  <th scope="col">What it is</th>
                  <th scope="col">Stands</th>
                </tr>
              </thead>
              <tbody>
                {data.items.map((row) => (
                  <tr key={row.id}>
                    <th scope="row">
                      <Link href={`/bench/arrange/${row.id}`}>{row.title || 'Without a name'}</Link>
                      <small>
                        <Mono>{row.key}</Mono>
                      </small>
                    </th>
                    <td>
                      <StateMark state={row.state} />
                    </td>
                    <td>
                      {row.types
                        .map((key) => model.blockTypeByKey(key)?.definition.label ?? 'A type that is gone')
                        .join(', ')}
                    </td>
                    <td>{onPagesInWords(row)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </Frame>
    </Workspace>
  );
}
