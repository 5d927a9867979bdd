'use client';
import { Button, Menu, MenuItem } from '@mui/material';
import { createColumnHelper } from '@tanstack/react-table';
import dayjs from 'dayjs';
import { useMemo, useState, type ReactElement } from 'react';
import type { AllContentRow } from '../../../../../contract/all-content';
import { allSorts } from '../../../../../core/content/table-look';
import { stateLabels } from '../../../../../core/content/states';
import { Frame } from '../../../../../ui/frame';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { useModel } from '../../../../../ui/model-in-force';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useMayOfType } from '../../../../../ui/use-within';
import { useAsk } from '../../../../../ui/use-ask';
import { When } from '../../../../../ui/when';
import { benches } from '../../../../../ui/where-worked-on';
import { WriteOutline } from '../write-outline';
import { isNarrowed } from './filters';
import { KeepView } from './keep-view';
import { useListAtHand } from './list-at-hand';
import { RowName } from './row-name';
import { RowState } from './row-state';
import { RowsTable, type features } from './rows-table';
import { TableFoot } from './table-foot';
import { allQuestion } from './table-question';
import { TableTools } from './table-tools';
import { usePages } from './use-pages';
import { useTableAddress } from './use-table-address';

const helper = createColumnHelper<typeof features, AllContentRow>();

/** A day, or a moment to the minute, as it is written (ISO 8601). */
const dateInWords = (date: string): string =>
  dayjs(date).format(date.includes('T') ? 'D MMM YYYY, HH:mm' : 'D MMM YYYY');

const columns = helper.columns([
  helper.display({
    id: 'title',
    header: 'Name',
    cell: ({ row: { original } }) => <RowName href={benches[original.sort](original.id)} row={original} />,
  }),
  helper.display({
    id: 'state',
    header: 'State',
    cell: ({ row: { original } }) => <RowState row={original} />,
  }),
  helper.display({
    id: 'type',
    header: 'Type',
    cell: ({ row: { original } }) => <span className={look.pencil}>{original.type}</span>,
  }),
  helper.display({
    id: 'date',
    header: 'Date',
    cell: ({ row: { original } }) =>
      original.date === undefined ? <span className={look.faint}>–</span> : dateInWords(original.date),
  }),
  helper.display({
    id: 'changedBy',
    header: 'Changed by',
    cell: ({ row: { original } }) => original.changedBy || <span className={look.faint}>–</span>,
  }),
  helper.display({
    id: 'changed',
    header: 'Changed',
    cell: ({ row: { original } }) => <When at={original.changedAt} />,
  }),
]);

/** With how many types a beginning is offered where nothing is written yet. */
const FIRST_TYPES = 4;

const sortable = (id: string): boolean => allSorts.some((each) => each === id);

/** What can be begun from here: an entry of each type that one may write. */
function New(): ReactElement | null {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const may = useMayOfType('write entries');
  const types = useModel().contentTypes.filter(({ id }) => may(id));
  if (types.length === 0) return null;
  return (
    <>
      <Button variant="contained" aria-haspopup="menu" onClick={({ currentTarget }) => setAt(currentTarget)}>
        New…
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {types.map(({ definition: { id, key, label } }) => (
          <MenuItem key={id} component={Link} href={`/bench/write/new/${key}`}>
            {label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** Everything there is in one table: entries of every type, pages and media. What is asked stands in the address. */
export function AllTable(): ReactElement {
  const address = useTableAddress();
  const { asked, q, put, clear } = address;
  const question = allQuestion(asked, q);
  const { state, sort, limit, looks } = question;
  const pages = usePages(JSON.stringify(question));
  const { cursor } = pages;
  const { data, error } = useAsk('allContent', { query: { ...question, ...(cursor ? { cursor } : {}) } });
  const rows = useMemo(() => data?.items ?? [], [data]);
  useListAtHand(useMemo(() => rows.flatMap(({ id, sort: of }) => (of === 'entry' ? [id] : [])), [rows]));
  const { contentTypes } = useModel();
  const noTypes = contentTypes.length === 0;
  const may = useMayOfType('write entries');
  const begun = contentTypes.filter(({ id }) => may(id)).slice(0, FIRST_TYPES);
  const narrowed = q !== '' || isNarrowed(asked);
  return (
    <Workspace outline={<WriteOutline all {...(state ? { state } : {})} />} outlineLabel="Content">
      <div className={look.heading}>
        <div>
          <Eyebrow>Content</Eyebrow>
          <h1>
            All content
            {state && `, ${stateLabels[state].toLowerCase()}`}
          </h1>
          <p className={look.pencil}>Entries of every type, pages and media.</p>
        </div>
        <div className={look.acts}>
          <KeepView address={address} />
          <New />
        </div>
      </div>
      <TableTools
        address={address}
        found={data && `${data.total.toLocaleString('en')} ${data.total === 1 ? 'row' : 'rows'}`}
      />
      {error && (
        <Note sort="error" role="alert">
          {error.message}
        </Note>
      )}
      <Frame label="All content">
        {data?.total === 0 ? (
          <div className={look.empty}>
            <strong>{narrowed ? 'Nothing is like that.' : 'Nothing is written yet.'}</strong>
            {narrowed && <Button onClick={clear}>Show everything</Button>}
            {!narrowed &&
              begun.map(({ definition: { id, key, label } }) => (
                <Button key={id} component={Link} variant="contained" href={`/bench/write/new/${key}`}>
                  Write the first {label.toLowerCase()}
                </Button>
              ))}
            {noTypes && !narrowed && (
              <p>
                There is no content type yet, so nothing to fill in. An architect makes the first one in{' '}
                <Link href="/bench/shape">Shape</Link>.
              </p>
            )}
          </div>
        ) : (
          <RowsTable
            columns={columns}
            rows={rows}
            sort={sort}
            sortable={sortable}
            onSort={(next) => put({ sort: next })}
            tall={looks === 'yes' || q !== ''}
          />
        )}
      </Frame>
      {data && data.total > 0 && (
        <TableFoot
          pages={pages}
          limit={limit}
          shown={rows.length}
          total={data.total}
          next={data.next}
          onLimit={(n) => put({ rows: n })}
        />
      )}
    </Workspace>
  );
}
