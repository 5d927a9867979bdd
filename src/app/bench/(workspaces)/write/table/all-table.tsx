'use client';
import { Button, Menu, MenuItem } from '@mui/material';
import { createColumnHelper } from '@tanstack/react-table';
import dayjs from 'dayjs';
import { useMemo, useState, type ReactElement, type ReactNode } from 'react';
import type { AllContentRow } from '../../../../../contract/all-content';
import type { OwnTable } from '../../../../../contract/own-table';
import { allMarks, isAllMark, type AllMark } from '../../../../../core/content/table-look';
import {
  askedTogether,
  sharedFields,
  type SharedField,
} from '../../../../../core/mapping/rule/shared-fields';
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
import { ManyBar } from '../many-bar-later';
import { WriteOutline } from '../write-outline';
import { isNarrowed } from './filters';
import { KeepView } from './keep-view';
import { useListAtHand } from './list-at-hand';
import { CommentsCell } from './comments-cell';
import { RowName } from './row-name';
import { RowState } from './row-state';
import { RowsTable, type features } from './rows-table';
import { countedInWords, countedOf, wholeOf } from './counted';
import { TableColumns } from './table-columns';
import { TableFoot } from './table-foot';
import { allQuestion, conditionsAsked, foundInAll, sortsAll, typesTogether } from './table-question';
import { TableTools } from './table-tools';
import { usePages } from './use-pages';
import { useOwnTable } from './use-own-table';
import { useTableAddress } from './use-table-address';
import { useTicks } from './use-ticks';

const helper = createColumnHelper<typeof features, AllContentRow>();

/** A day, or a moment to the minute, as it is written (ISO 8601). */
const dateInWords = (date: string): string =>
  dayjs(date).format(date.includes('T') ? 'D MMM YYYY, HH:mm' : 'D MMM YYYY');

const faint = <span className={look.faint}>–</span>;

const markHeads: Record<AllMark, string> = {
  date: 'Date',
  changedBy: 'Changed by',
  changed: 'Changed',
  comments: 'Comments',
};
const marks: Record<AllMark, (row: AllContentRow) => ReactNode> = {
  date: ({ date }) => (date === undefined ? faint : dateInWords(date)),
  changedBy: ({ changedBy }) => changedBy || faint,
  changed: ({ changedAt }) => <When at={changedAt} />,
  comments: (row) => <CommentsCell row={row} />,
};

const columnsOf = (shown: readonly string[], shared: readonly SharedField[]) =>
  helper.columns([
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
    ...shown.flatMap((column) => {
      if (isAllMark(column))
        return [
          helper.display({
            id: column,
            header: markHeads[column],
            cell: ({ row: { original } }) => marks[column](original),
          }),
        ];
      const field = shared.find(({ key }) => key === column);
      return field
        ? [
            helper.display({
              id: column,
              header: field.label,
              cell: ({ row: { original } }) => original.cells?.[column] ?? faint,
            }),
          ]
        : [];
    }),
  ]);

/** With how many types a beginning is offered where nothing is written yet. */
const FIRST_TYPES = 4;

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
export function AllTable({ initialLook }: { initialLook: OwnTable }): ReactElement {
  const model = useModel();
  const address = useTableAddress();
  const { asked, q, put, clear } = address;
  const tableLook = useOwnTable(initialLook, undefined);
  const question = allQuestion(model, asked, tableLook.columns, q);
  const { state, sort, limit, looks } = question;
  const shape = JSON.stringify(question);
  const pages = usePages(shape);
  const ticks = useTicks(shape);
  const { types, named } = useMemo(() => typesTogether(model, asked), [model, asked]);
  const askedBy = useMemo(() => askedTogether(model, types, named), [model, types, named]);
  const shared = useMemo(() => sharedFields(model, types), [model, types]);
  const { columns: shownColumns } = tableLook;
  const columns = useMemo(() => columnsOf(shownColumns, shared), [shownColumns, shared]);
  const { cursor } = pages;
  const page = useAsk('allContent', { query: { ...question, ...(cursor ? { cursor } : {}) } });
  const { data, error } = page;
  // All are counted apart where they are many, so that no row waits for it.
  const whole = useAsk('allContent', { query: wholeOf(question) }, { enabled: data?.atLeast === true });
  const counted = countedOf(page, whole);
  const rows = useMemo(() => data?.items ?? [], [data]);
  useListAtHand(useMemo(() => rows.flatMap(({ id, sort: of }) => (of === 'entry' ? [id] : [])), [rows]));
  const { contentTypes } = model;
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
        type={askedBy}
        together
        conditions={conditionsAsked(asked)}
        found={counted && `${countedInWords(counted)} ${counted.n === 1 ? 'row' : 'rows'}`}
      >
        <TableColumns
          look={tableLook}
          offered={[...allMarks.map((key) => ({ key, label: markHeads[key] })), ...shared]}
        />
      </TableTools>
      {error && (
        <Note sort="error" role="alert">
          {error.message}
        </Note>
      )}
      {counted && (ticks.everything || ticks.ids.size > 0) && (
        <ManyBar
          ids={ticks.everything ? undefined : [...ticks.ids]}
          found={foundInAll(question)}
          total={counted}
          onAll={ticks.tickAll}
          onNone={ticks.untick}
        />
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
            sortable={(column) => sortsAll(types, column)}
            onSort={(next) => put({ sort: next })}
            tall={looks === 'yes' || q !== ''}
            look={tableLook}
            ticking={{ isTicked: ticks.isTicked, onTick: (ids, on) => ticks.tick(rows, ids, on) }}
          />
        )}
      </Frame>
      {counted && counted.n > 0 && (
        <TableFoot
          pages={pages}
          limit={limit}
          shown={rows.length}
          total={counted}
          next={data?.next}
          onLimit={(n) => put({ rows: n })}
        />
      )}
    </Workspace>
  );
}
