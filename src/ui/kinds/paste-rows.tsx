'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, OutlinedInput } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useDeferredValue, useMemo, useState, type ReactElement } from 'react';
import { listFormatter } from '../../core/content/formatters';
import {
  isNamedInCell,
  namedCell,
  namesInCell,
  typedCell,
  type TypedCell,
} from '../../core/content/typed-cell';
import { pastedRows } from '../../core/formats/rows/pasted-rows';
import type { JsonObject } from '../../core/json';
import type { Field } from '../../core/model/document';
import { typeWithField } from '../../core/model/type-with-field';
import { wordsOf } from '../ask';
import { Labelled } from '../labelled';
import look from '../look/look.module.css';
import { Note } from '../marks';
import { useModel } from '../model-in-force';
import { namesMeant, type Meant } from './names-meant';
import styles from './paste-rows.module.css';

/** How many of the rows are shown before they are taken. */
const SHOWN = 8;

interface PastedItem {
  cells: { field: Field; text: string; read: TypedCell }[];
}

/**
 * What a pasted item holds, by field key: what was typed stays as it is where it is no value, to be fixed at
 * its field. A name that means nothing stands in no field.
 */
const valuesOf = ({ cells }: PastedItem): JsonObject =>
  Object.fromEntries(
    cells.flatMap(({ field, text, read }) =>
      'problem' in read
        ? isNamedInCell(field)
          ? []
          : [[field.key, text]]
        : read.value === null
          ? []
          : [[field.key, read.value]],
    ),
  );

/** Where nothing is named nothing is meant. */
const nothingMeant: Meant = (_field, name) => ({ name, near: [] });

/** What the names mean that stand in pasted cells; nothing while that is asked. */
function useMeant(typed: readonly { field: Field; text: string }[]): { meant?: Meant; problem?: string } {
  const model = useModel();
  const [first] = typed;
  const type = first && typeWithField(model, first.field.id);
  const { data, error } = useQuery({
    queryKey: ['namesMeant', type?.id, typed.map(({ field, text }) => [field.id, text])],
    queryFn: () => namesMeant(type?.id ?? '', typed),
    enabled: type !== undefined,
  });
  if (!type) return { meant: nothingMeant };
  return { ...(data ? { meant: data } : {}), ...(error ? { problem: wordsOf(error) } : {}) };
}

/** Takes rows that were copied from a spreadsheet as things with some fields. What each column fills is shown first. */
export function PasteRows({
  fields,
  room,
  what = 'item',
  onClose,
  onTake,
}: {
  fields: readonly Field[];
  /** How many more there may be. */
  room: number;
  /** What each row becomes. */
  what?: string;
  onClose: () => void;
  onTake: (items: JsonObject[]) => void;
}): ReactElement {
  const { locale } = useModel();
  const [text, setText] = useState('');
  const pasted = useDeferredValue(text);
  const saying = useMemo(() => ({ today: dayjs().format('YYYY-MM-DD'), locale }), [locale]);
  const { rows, columns, headed } = useMemo(
    () => pastedRows(pasted, fields, saying),
    [pasted, fields, saying],
  );
  const named = useMemo(
    () =>
      rows.flatMap((row) =>
        columns.flatMap((field, i) =>
          field && isNamedInCell(field) && row[i]?.trim() ? [{ field, text: row[i] }] : [],
        ),
      ),
    [rows, columns],
  );
  const { meant, problem } = useMeant(named);
  const items = useMemo(() => {
    const readIn = (field: Field, cell: string): TypedCell =>
      isNamedInCell(field)
        ? meant
          ? namedCell(
              field,
              namesInCell(cell).map((name) => meant(field, name)),
            )
          : { value: null }
        : typedCell(field, cell, saying);
    return rows.map((row): PastedItem => ({
      cells: columns.flatMap((field, i) => {
        const cell = (row[i] ?? '').trim();
        return field ? [{ field, text: cell, read: readIn(field, cell) }] : [];
      }),
    }));
  }, [rows, columns, saying, meant]);
  const filled = columns.flatMap((field) => field ?? []);
  const unused = columns.length - filled.length;
  const wrong = items
    .flatMap(({ cells }) => cells)
    .filter(({ read }) => 'problem' in read)
    .map(({ field }) => isNamedInCell(field));
  const leftOut = wrong.filter(Boolean).length;
  const toFix = wrong.length - leftOut;
  const counted = (n: number, one: string, many = `${one}s`) =>
    `${n.toLocaleString('en')} ${n === 1 ? one : many}`;
  const tooMany = items.length > room;
  const byName = fields.filter(isNamedInCell).map(({ label }) => label);
  const isLooking = named.length > 0 && !meant && problem === undefined;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Paste rows</DialogTitle>
      <DialogContent>
        <Labelled
          id="pasted-rows"
          label="Rows of a spreadsheet"
          help={[
            `Columns for ${fields.map(({ label }) => label).join(', ')}; a first line may name them.`,
            ...(byName.length > 0
              ? [
                  `${listFormatter('en', {}).format(byName)} ${byName.length === 1 ? 'is' : 'are'} filled by names, where the first line says so.`,
                ]
              : []),
          ].join(' ')}
        >
          <OutlinedInput
            id="pasted-rows"
            className={styles.box}
            fullWidth
            multiline
            autoFocus
            minRows={4}
            maxRows={8}
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        </Labelled>
        {items.length > 0 && (
          <>
            <p className={look.small} role="status">
              {counted(items.length, 'row')}. {headed ? 'The first line names the columns.' : ''}{' '}
              {unused > 0 && `${counted(unused, 'column')} ${unused === 1 ? 'fills' : 'fill'} nothing. `}
              {isLooking && 'Looking for what is named…'}
              {!isLooking &&
                toFix > 0 &&
                `${counted(toFix, 'cell')} ${toFix === 1 ? 'is' : 'are'} to be fixed afterwards. `}
              {!isLooking &&
                leftOut > 0 &&
                `${counted(leftOut, 'cell')} ${leftOut === 1 ? 'names' : 'name'} what is not here, and ${leftOut === 1 ? 'is' : 'are'} left empty.`}
            </p>
            <div className={styles.scroll}>
              <table className={styles.table}>
                <thead>
                  <tr>
                    {filled.map(({ id, label }) => (
                      <th key={id} scope="col">
                        {label}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {items.slice(0, SHOWN).map(({ cells }, row) => (
                    <tr key={row}>
                      {cells.map(({ field, text, read }) => (
                        <td key={field.id}>
                          {text}
                          {'problem' in read && <span className={styles.problem}>{read.problem}</span>}
                        </td>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            {items.length > SHOWN && (
              <p className={`${look.small} ${look.pencil}`}>
                and {counted(items.length - SHOWN, 'more row')}.
              </p>
            )}
          </>
        )}
        {problem !== undefined && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
        {tooMany && (
          <Note sort="error" role="alert">
            {room > 0
              ? `Only ${counted(room, `more ${what}`)} can be kept here.`
              : `No more ${what}s can be kept here.`}
          </Note>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={items.length === 0 || tooMany || isLooking || problem !== undefined}
          onClick={() => onTake(items.map(valuesOf))}
        >
          {items.length === 0 ? 'Add them' : `Add ${counted(items.length, what)}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
