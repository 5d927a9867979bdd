'use client';
import { Button } from '@mui/material';
import { createColumnHelper } from '@tanstack/react-table';
import { useMemo, type ReactElement } from 'react';
import type { EntryRow, ReachLink } from '../../../../../contract/entries';
import { entriesTakeComments } from '../../../../../core/site/comments';
import { sortsBy } from '../../../../../core/content/table-sort';
import { optionsInCell } from '../../../../../core/content/typed-cell';
import { stateLabels } from '../../../../../core/content/states';
import { parseValues } from '../../../../../core/content/values';
import type { CompiledType } from '../../../../../core/model/compile';
import type { ContentType, Field } from '../../../../../core/model/document';
import { namedOnly } from '../../../../../core/content/known';
import { shorten } from '../../../../../core/mapping/shorten';
import { kindFor, type Speaking } from '../../../../../core/model/kinds';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import type { OwnTable } from '../../../../../contract/own-table';
import { useModel } from '../../../../../ui/model-in-force';
import { useMay } from '../../../../../ui/shell/person';
import { useOutsideOfType } from '../../../../../ui/use-within';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useAsk } from '../../../../../ui/use-ask';
import { When } from '../../../../../ui/when';
import { useListAtHand } from './list-at-hand';
import { countedInWords, countedOf, wholeOf } from './counted';
import { TableColumns } from './table-columns';
import { ManyBar } from '../many-bar-later';
import { ShownOnCell } from './shown-on-cell';
import { columnSorted, fieldColumn, keyOfColumn, sortAsked } from './field-column';
import { isNarrowed } from './filters';
import { KeepView } from './keep-view';
import { CommentsCell } from './comments-cell';
import { RowName } from './row-name';
import { RowLanguages } from './row-languages';
import { RowState } from './row-state';
import { RowsTable, type features } from './rows-table';
import { TableFoot } from './table-foot';
import { TableTools } from './table-tools';
import { conditionsAsked, foundBy, shownOnQuestion, tableQuestion } from './table-question';
import { usePages } from './use-pages';
import { useCells } from './use-cells';
import { useOwnTable } from './use-own-table';
import { useTicks } from './use-ticks';
import { useTableAddress } from './use-table-address';
import { WriteOutline } from '../write-outline';
import { Link } from '../../../../../ui/link';

const helper = createColumnHelper<typeof features, EntryRow>();

/** The value of a field in words, as a cell shows it. */
function Cell({
  field,
  row,
  speaking,
}: {
  field: Field;
  row: EntryRow;
  speaking: Speaking;
}): ReactElement | null {
  if (kindFor(field).derived) return <>{String(row.values[field.key] ?? '–')}</>;
  const { values } = parseValues([field], { [field.key]: row.values[field.key] ?? null }, {}, '');
  const value = values[field.id];
  const words = value === undefined ? '' : shorten(kindFor(field).inWords(value, speaking), 120);
  return words ? <>{words}</> : <span className={look.faint}>–</span>;
}

const columnsOf = (
  type: CompiledType<ContentType>,
  shownColumns: readonly string[],
  speaking: Speaking,
  shown: (id: string) => readonly ReachLink[] | undefined,
  languages: boolean,
  commented: boolean,
) =>
  helper.columns([
    helper.display({
      id: 'title',
      header: type.field(type.definition.title)?.label ?? 'Title',
      cell: ({ row: { original } }) => <RowName href={`/bench/write/entry/${original.id}`} row={original} />,
    }),
    helper.display({
      id: 'state',
      header: 'State',
      cell: ({ row: { original } }) => <RowState row={original} />,
    }),
    ...(languages
      ? [
          helper.display({
            id: 'languages',
            header: 'Languages',
            cell: ({ row: { original } }) => <RowLanguages languages={original.languages ?? {}} />,
          }),
        ]
      : []),
    ...shownColumns.flatMap((key) => {
      const field = type.fieldByKey(key);
      return field
        ? [
            helper.display({
              id: fieldColumn(field.key),
              header: field.label,
              cell: ({ row: { original } }) => <Cell field={field} row={original} speaking={speaking} />,
            }),
          ]
        : [];
    }),
    helper.display({
      id: 'shownOn',
      header: 'Shown on',
      cell: ({ row: { original } }) => <ShownOnCell places={shown(original.id)} />,
    }),
    ...(commented
      ? [
          helper.display({
            id: 'comments',
            header: 'Comments',
            cell: ({ row: { original } }) => <CommentsCell row={original} />,
          }),
        ]
      : []),
    helper.display({
      id: 'changed',
      header: 'Changed',
      cell: ({ row: { original } }) => <When at={original.changedAt} />,
    }),
  ]);

/** The entries of one type: filtered, in order, a page at a time. What is asked stands in the address. */
export function EntryTable({
  typeKey,
  initialLook,
}: {
  typeKey: string;
  /** How the one who is signed in wants it. */
  initialLook: OwnTable;
}): ReactElement | null {
  const type = useModel().contentTypeByKey(typeKey);
  return type ? <TableOf type={type} initialLook={initialLook} /> : null;
}

function TableOf({
  type,
  initialLook,
}: {
  type: CompiledType<ContentType>;
  initialLook: OwnTable;
}): ReactElement {
  const typeKey = type.definition.key;
  const model = useModel();
  const outside = useOutsideOfType(type.id);
  const mayWrite = useMay('write entries') && !outside;
  const address = useTableAddress();
  const { asked, q, put, clear } = address;
  const tableLook = useOwnTable(initialLook, type.id, fieldColumn, keyOfColumn);
  const { columns: shownColumns } = tableLook;
  const question = tableQuestion(model, type, tableLook.columns, asked, q);
  const { state, sort, limit, looks } = question;
  const shape = JSON.stringify(question);
  const pages = usePages(shape);
  const ticks = useTicks(shape);
  const { cursor } = pages;
  const page = useAsk('entries', { query: { ...question, ...(cursor ? { cursor } : {}) } });
  const { data, error } = page;
  // All are counted apart where they are many, so that no row waits for it.
  const whole = useAsk('entries', { query: wholeOf(question) }, { enabled: data?.atLeast === true });
  const counted = countedOf(page, whole);
  const rows = useMemo(() => data?.items ?? [], [data]);
  const cells = useCells(type, rows, model.locale, data?.names ?? {});
  useListAtHand(useMemo(() => rows.map(({ id }) => id), [rows]));
  // Asked apart, so that the table does not wait for it.
  const { data: places, isPlaceholderData: ofOthers } = useAsk('shownOn', shownOnQuestion(typeKey, rows), {
    enabled: rows.length > 0,
  });
  const columns = useMemo(
    () =>
      columnsOf(
        type,
        shownColumns,
        { locale: model.locale, known: namedOnly(data?.names ?? {}) },
        (id) => places?.items[id] ?? (places && !ofOthers ? [] : undefined),
        model.document.locales.others.length > 0 && type.fields.some(({ localised }) => localised),
        entriesTakeComments(model, type) || rows.some(({ comments }) => comments !== undefined),
      ),
    [type, shownColumns, model, data, rows, places, ofOthers],
  );
  const sortable = (id: string) => {
    if (id === 'title' || id === 'changed') return true;
    return sortsBy(type.fieldByKey(keyOfColumn(id) ?? '')) !== undefined;
  };
  const { plural, label } = type.definition;
  const narrowed = q !== '' || isNarrowed(asked);
  return (
    <Workspace
      outline={<WriteOutline typeKey={typeKey} {...(state ? { state } : {})} />}
      outlineLabel="Entries"
    >
      <div className={look.heading}>
        <div>
          <Eyebrow>Entries</Eyebrow>
          <h1>
            {plural}
            {state && `, ${stateLabels[state].toLowerCase()}`}
          </h1>
          {type.definition.purpose && <p className={look.pencil}>{type.definition.purpose}</p>}
        </div>
        <div className={look.acts}>
          <KeepView type={typeKey} address={address} />
          {mayWrite && (
            <>
              <Button component={Link} variant="outlined" href={`/bench/shape/sample?into=${typeKey}`}>
                Bring in rows
              </Button>
              <Button component={Link} variant="contained" href={`/bench/write/new/${typeKey}`}>
                New {label.toLowerCase()}
              </Button>
            </>
          )}
        </div>
      </div>
      <TableTools
        address={address}
        type={type}
        conditions={conditionsAsked(asked)}
        found={counted && `${countedInWords(counted)} ${counted.n === 1 ? 'entry' : 'entries'}`}
      >
        <TableColumns
          look={tableLook}
          offered={type.fields.filter(({ id }) => id !== type.definition.title)}
        />
      </TableTools>
      {error && (
        <Note sort="error" role="alert">
          {error.message}
        </Note>
      )}
      {counted && (ticks.everything || ticks.ids.size > 0) && (
        <ManyBar
          type={type}
          ids={ticks.everything ? undefined : [...ticks.ids]}
          found={foundBy(question)}
          total={counted}
          onAll={ticks.tickAll}
          onNone={ticks.untick}
        />
      )}
      <Frame label={plural}>
        {data?.total === 0 ? (
          <div className={look.empty}>
            <strong>{narrowed ? 'Nothing is like that.' : `No ${plural.toLowerCase()} yet.`}</strong>
            {narrowed ? (
              <Button onClick={clear}>Show every entry</Button>
            ) : (
              mayWrite && (
                <Button component={Link} variant="contained" href={`/bench/write/new/${typeKey}`}>
                  Write the first {label.toLowerCase()}
                </Button>
              )
            )}
          </div>
        ) : (
          <RowsTable
            columns={columns}
            rows={rows}
            sort={columnSorted(sort)}
            sortable={sortable}
            onSort={(next) => put({ sort: next === 'title' ? undefined : sortAsked(next) })}
            tall={looks === 'yes' || q !== ''}
            look={tableLook}
            cells={
              mayWrite
                ? {
                    typed: cells,
                    optionsOf: (column) => {
                      const field = type.fieldByKey(keyOfColumn(column) ?? '');
                      return field && optionsInCell(field);
                    },
                  }
                : undefined
            }
            ticking={
              outside
                ? undefined
                : { isTicked: ticks.isTicked, onTick: (ids, on) => ticks.tick(rows, ids, on) }
            }
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
