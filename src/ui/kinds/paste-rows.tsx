'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, OutlinedInput } from '@mui/material';
import dayjs from 'dayjs';
import { useDeferredValue, useMemo, useState, type ReactElement } from 'react';
import { isNamedInCell, typedCell, type TypedCell } from '../../core/content/typed-cell';
import { pastedRows } from '../../core/formats/rows/pasted-rows';
import type { JsonObject } from '../../core/json';
import type { Field } from '../../core/model/document';
import { Labelled } from '../labelled';
import look from '../look/look.module.css';
import { Note } from '../marks';
import { useModel } from '../model-in-force';
import styles from './paste-rows.module.css';

/** How many of the rows are shown before they are taken. */
const SHOWN = 8;

interface PastedItem {
  cells: { field: Field; text: string; read: TypedCell }[];
}

/** What a pasted item holds, by field key: what was typed stays as it is where it is no value, to be fixed at its field. */
const valuesOf = ({ cells }: PastedItem): JsonObject =>
  Object.fromEntries(
    cells.flatMap(({ field, text, read }) =>
      'problem' in read ? [[field.key, text]] : read.value === null ? [] : [[field.key, read.value]],
    ),
  );

/** Takes rows that were copied from a spreadsheet as things with some fields. What each column fills is shown first. */
export function PasteRows({
  fields: all,
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
  const fields = useMemo(() => all.filter((field) => !isNamedInCell(field)), [all]);
  const { items, columns, headed } = useMemo(() => {
    const saying = { today: dayjs().format('YYYY-MM-DD'), locale };
    const { rows, columns, headed } = pastedRows(pasted, fields, saying);
    const items = rows.map((row): PastedItem => ({
      cells: columns.flatMap((field, i) => {
        const cell = (row[i] ?? '').trim();
        return field ? [{ field, text: cell, read: typedCell(field, cell, saying) }] : [];
      }),
    }));
    return { items, columns, headed };
  }, [pasted, fields, locale]);
  const filled = columns.flatMap((field) => field ?? []);
  const unused = columns.length - filled.length;
  const wrong = items.reduce(
    (sum, { cells }) => sum + cells.filter(({ read }) => 'problem' in read).length,
    0,
  );
  const counted = (n: number, one: string, many = `${one}s`) =>
    `${n.toLocaleString('en')} ${n === 1 ? one : many}`;
  const tooMany = items.length > room;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Paste rows</DialogTitle>
      <DialogContent>
        <Labelled
          id="pasted-rows"
          label="Rows of a spreadsheet"
          help={`Columns for ${fields.map(({ label }) => label).join(', ')}; a first line may name them.`}
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
              {wrong > 0 && `${counted(wrong, 'cell')} ${wrong === 1 ? 'is' : 'are'} to be fixed afterwards.`}
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
          disabled={items.length === 0 || tooMany}
          onClick={() => onTake(items.map(valuesOf))}
        >
          {items.length === 0 ? 'Add them' : `Add ${counted(items.length, what)}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
