'use client';
import { Button, MenuItem, OutlinedInput, Select } from '@mui/material';
import { createColumnHelper, tableFeatures, useTable } from '@tanstack/react-table';
import { ArrowDown, ArrowUp, Search } from 'lucide-react';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { useDeferredValue, useEffect, useMemo, useState, type ReactElement } from 'react';
import type { EntryRow, ReachLink } from '../../../../contract/entries';
import { states, stateLabels } from '../../../../core/content/states';
import { parseValues } from '../../../../core/content/values';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType, Field } from '../../../../core/model/document';
import { namedOnly } from '../../../../core/content/known';
import { shorten } from '../../../../core/mapping/shorten';
import { kindFor, type Speaking } from '../../../../core/model/kinds';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note, StateMark } from '../../../../ui/marks';
import { dayInWords } from '../../../../ui/notes/given-to';
import { ConditionRows } from '../../../../ui/conditions/condition-rows';
import type { OwnTable } from '../../../../contract/own-table';
import { useModel } from '../../../../ui/model-in-force';
import { useMay } from '../../../../ui/shell/person';
import { useOutsideOfType } from '../../../../ui/use-within';
import { Workspace } from '../../../../ui/shell/workspace';
import { useAsk } from '../../../../ui/use-ask';
import { When } from '../../../../ui/when';
import { useListAtHand } from './list-at-hand';
import { TableColumns } from './table-columns';
import { ManyBar } from './many-bar';
import { ShownOnCell } from './shown-on-cell';
import { conditionsAsked, foundBy, rowCounts, tableQuestion } from './table-question';
import { WriteOutline } from './write-outline';
import styles from './write.module.css';
import { Link } from '../../../../ui/link';

const features = tableFeatures({});
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
) =>
  helper.columns([
    helper.display({
      id: 'title',
      header: type.field(type.definition.title)?.label ?? 'Title',
      cell: ({ row: { original } }) => (
        <>
          <Link href={`/bench/write/entry/${original.id}`}>{original.title || 'Without a name'}</Link>
          {original.faults > 0 && <span className={styles.mend}>{original.faults} to fix</span>}
        </>
      ),
    }),
    helper.display({
      id: 'state',
      header: 'State',
      cell: ({ row: { original } }) => (
        <>
          <StateMark state={original.state} />
          {original.differs && <span className={styles.differs}>changed since</span>}
          {original.given && (
            <span className={styles.given}>
              for {original.given.to}
              {original.given.day && `, by ${dayInWords(original.given.day)}`}
            </span>
          )}
        </>
      ),
    }),
    ...shownColumns.flatMap((key) => {
      const field = type.fieldByKey(key);
      return field
        ? [
            helper.display({
              id: field.key,
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
  const router = useRouter();
  const path = usePathname();
  const asked = useSearchParams();
  const outside = useOutsideOfType(type.id);
  const mayWrite = useMay('write entries') && !outside;
  const [words, setWords] = useState(asked.get('q') ?? '');
  const q = useDeferredValue(words.trim());
  const [tableLook, setTableLook] = useState(initialLook);
  const [cursors, setCursors] = useState<string[]>([]);
  const question = tableQuestion(model, type, tableLook, asked, q);
  const conditions = conditionsAsked(asked);
  const filtered = conditions.length > 0;
  const { state, shown, only, sort, limit } = question;
  const shape = JSON.stringify(question);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [everything, setEverything] = useState(false);
  const [shapeOfCursors, setShapeOfCursors] = useState(shape);
  if (shape !== shapeOfCursors) {
    setShapeOfCursors(shape);
    setCursors([]);
    setTicked(new Set());
    setEverything(false);
  }
  const cursor = cursors.at(-1);
  const { data, error } = useAsk('entries', { query: { ...question, ...(cursor ? { cursor } : {}) } });
  const put = (changes: Record<string, string | undefined>) => {
    const next = new URLSearchParams(asked);
    for (const [key, value] of Object.entries(changes)) {
      if (value === undefined || value === '') next.delete(key);
      else next.set(key, value);
    }
    router.replace(next.size > 0 ? `${path}?${next.toString()}` : path, { scroll: false });
  };
  useEffect(() => {
    const now = new URLSearchParams(window.location.search);
    if ((now.get('q') ?? '') === q) return;
    if (q) now.set('q', q);
    else now.delete('q');
    // The words change with every letter; the page itself need not be asked for again.
    window.history.replaceState(null, '', now.size > 0 ? `${path}?${now.toString()}` : path);
  }, [q, path]);
  const rows = useMemo(() => data?.items ?? [], [data]);
  useListAtHand(useMemo(() => rows.map(({ id }) => id), [rows]));
  const isTicked = (id: string) => everything || ticked.has(id);
  const tick = (ids: readonly string[], on: boolean) => {
    const next = new Set(everything ? rows.map(({ id }) => id) : ticked);
    for (const id of ids)
      if (on) next.add(id);
      else next.delete(id);
    setEverything(false);
    setTicked(next);
  };
  const allTicked = rows.length > 0 && rows.every(({ id }) => isTicked(id));
  // Asked apart, so that the table does not wait for it.
  const { data: places, isPlaceholderData: ofOthers } = useAsk(
    'shownOn',
    { query: { type: typeKey, ids: rows.map(({ id }) => id).join(',') } },
    { enabled: rows.length > 0 },
  );
  const columns = useMemo(
    () =>
      columnsOf(
        type,
        tableLook.columns,
        { locale: model.locale, known: namedOnly(data?.names ?? {}) },
        (id) => places?.items[id] ?? (places && !ofOthers ? [] : undefined),
      ),
    [type, tableLook, model.locale, data, places, ofOthers],
  );
  const table = useTable({ features, columns, data: rows, getRowId: ({ id }) => id });
  const sortable = (id: string) => {
    if (id === 'title' || id === 'changed') return true;
    const field = type.fieldByKey(id);
    return field?.indexed === true && kindFor(field).indexShape.sort !== 'none';
  };
  const first = cursors.length * limit + 1;
  const { plural } = type.definition;
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
        {mayWrite && (
          <div className={look.acts}>
            <Button component={Link} variant="outlined" href={`/bench/shape/sample?into=${typeKey}`}>
              Bring in a file
            </Button>
            <Button component={Link} variant="contained" href={`/bench/write/new/${typeKey}`}>
              New {type.definition.label.toLowerCase()}
            </Button>
          </div>
        )}
      </div>
      <div className={styles.tools}>
        <OutlinedInput
          sx={{ width: 260 }}
          type="search"
          placeholder={`Search ${plural.toLowerCase()} by name`}
          value={words}
          onChange={({ target }) => setWords(target.value)}
          startAdornment={
            <Search size={15} aria-hidden="true" style={{ color: 'var(--pencil)', flex: 'none' }} />
          }
          slotProps={{ input: { 'aria-label': `Search ${plural} by name` } }}
        />
        <Select
          value={state ?? ''}
          displayEmpty
          onChange={({ target }) => put({ state: target.value })}
          slotProps={{ input: { 'aria-label': 'State' } }}
          sx={{ minWidth: 150 }}
        >
          <MenuItem value="">Every state</MenuItem>
          {states.map((each) => (
            <MenuItem key={each} value={each}>
              <StateMark state={each} />
            </MenuItem>
          ))}
        </Select>
        <Select
          value={shown ?? ''}
          displayEmpty
          onChange={({ target }) => put({ shown: target.value })}
          slotProps={{ input: { 'aria-label': 'Shown on' } }}
          sx={{ minWidth: 150 }}
        >
          <MenuItem value="">Shown or not</MenuItem>
          <MenuItem value="somewhere">Shown somewhere</MenuItem>
          <MenuItem value="nowhere">Shown nowhere</MenuItem>
        </Select>
        <div className={styles.filters}>
          <ConditionRows
            type={type}
            conditions={conditions}
            disabled={false}
            atPlace={false}
            onChange={(next) => put({ where: next.length > 0 ? JSON.stringify(next) : undefined })}
          />
        </div>
        <Select
          value={only ?? ''}
          displayEmpty
          onChange={({ target }) => put({ only: target.value })}
          slotProps={{ input: { 'aria-label': 'Whose' } }}
          sx={{ minWidth: 150 }}
        >
          <MenuItem value="">Everyone’s</MenuItem>
          <MenuItem value="mine">Changed by me last</MenuItem>
          <MenuItem value="given">Given to me</MenuItem>
          <MenuItem value="toFix">Something to fix</MenuItem>
        </Select>
        <TableColumns type={type} look={tableLook} onChange={setTableLook} />
        <span className={`${look.pencil} ${look.small}`} role="status">
          {data ? `${data.total.toLocaleString('en')} ${data.total === 1 ? 'entry' : 'entries'}` : ''}
        </span>
      </div>
      {error && (
        <Note sort="error" role="alert">
          {error.message}
        </Note>
      )}
      {data && (everything || ticked.size > 0) && (
        <ManyBar
          type={type}
          ids={everything ? undefined : [...ticked]}
          found={foundBy(question)}
          total={data.total}
          onAll={() => setEverything(true)}
          onNone={() => {
            setEverything(false);
            setTicked(new Set());
          }}
        />
      )}
      <Frame label={plural}>
        {data?.total === 0 ? (
          <div className={look.empty}>
            <strong>
              {q || shown || state || only || filtered
                ? 'Nothing is like that.'
                : `No ${plural.toLowerCase()} yet.`}
            </strong>
            {q || shown || state || only || filtered ? (
              <Button
                onClick={() => {
                  setWords('');
                  router.replace(path);
                }}
              >
                Show every entry
              </Button>
            ) : (
              mayWrite && (
                <Button component={Link} variant="contained" href={`/bench/write/new/${typeKey}`}>
                  Write the first {type.definition.label.toLowerCase()}
                </Button>
              )
            )}
          </div>
        ) : (
          <div className={styles.scroll}>
            <table className={styles.table}>
              <thead>
                {table.getHeaderGroups().map((group) => (
                  <tr key={group.id}>
                    {!outside && (
                      <td className={styles.tick}>
                        <input
                          type="checkbox"
                          aria-label="Tick all on this page"
                          checked={allTicked}
                          onChange={({ target }) =>
                            tick(
                              rows.map(({ id }) => id),
                              target.checked,
                            )
                          }
                        />
                      </td>
                    )}
                    {group.headers.map((header) => {
                      const { id } = header.column;
                      const [up, down] = [sort === id, sort === `-${id}`];
                      return (
                        <th
                          key={id}
                          scope="col"
                          aria-sort={up ? 'ascending' : down ? 'descending' : undefined}
                        >
                          {sortable(id) ? (
                            <button
                              type="button"
                              onClick={() => put({ sort: up ? `-${id}` : id === 'title' ? undefined : id })}
                            >
                              <table.FlexRender header={header} />
                              {up && <ArrowUp size={12} aria-hidden="true" />}
                              {down && <ArrowDown size={12} aria-hidden="true" />}
                            </button>
                          ) : (
                            <span>
                              <table.FlexRender header={header} />
                            </span>
                          )}
                        </th>
                      );
                    })}
                  </tr>
                ))}
              </thead>
              <tbody>
                {table.getRowModel().rows.map((row) => (
                  <tr key={row.id} data-ticked={isTicked(row.id)}>
                    {!outside && (
                      <td className={styles.tick}>
                        <input
                          type="checkbox"
                          aria-label={`Tick ${row.original.title || 'the one without a name'}`}
                          checked={isTicked(row.id)}
                          onChange={({ target }) => tick([row.id], target.checked)}
                        />
                      </td>
                    )}
                    {row.getAllCells().map((cell) => (
                      <td key={cell.id}>
                        <table.FlexRender cell={cell} />
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </Frame>
      {data && data.total > 0 && (
        <div className={styles.foot}>
          <span>
            {first.toLocaleString('en')} to {(first + rows.length - 1).toLocaleString('en')} of{' '}
            {data.total.toLocaleString('en')}
          </span>
          <div>
            <Select
              value={limit}
              onChange={({ target }) => put({ rows: String(target.value) })}
              slotProps={{ input: { 'aria-label': 'Rows a page' } }}
            >
              {rowCounts.map((n) => (
                <MenuItem key={n} value={n}>
                  {n} rows
                </MenuItem>
              ))}
            </Select>
            <Button disabled={cursors.length === 0} onClick={() => setCursors(cursors.slice(0, -1))}>
              Page before
            </Button>
            <Button disabled={!data.next} onClick={() => data.next && setCursors([...cursors, data.next])}>
              Next page
            </Button>
          </div>
        </div>
      )}
    </Workspace>
  );
}
