'use client';
import { Button, IconButton, Popover } from '@mui/material';
import { ArrowDown, ArrowUp, Columns3 } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import type { OwnTable } from '../../../../../contract/own-table';
import { MOST_COLUMNS } from '../../../../../core/content/table-look';
import type { CompiledType } from '../../../../../core/model/compile';
import type { ContentType } from '../../../../../core/model/document';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Note } from '../../../../../ui/marks';
import styles from './table-columns.module.css';

/** Which fields a table shows, and in which order: chosen by each person, and remembered for them. */
export function TableColumns({
  type,
  look,
  onChange,
}: {
  type: CompiledType<ContentType>;
  look: OwnTable;
  onChange: (look: OwnTable) => void;
}): ReactElement {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [problem, setProblem] = useState<string>();
  const { columns } = look;
  const others = type.fields.filter(({ id, key }) => id !== type.definition.title && !columns.includes(key));
  const put = (next: string[]) => {
    onChange({ columns: next });
    setProblem(undefined);
    ask('keepOwnTable', { path: { id: type.id }, body: { columns: next } }).catch((error: unknown) =>
      setProblem(`It is so for now, but is not remembered. ${wordsOf(error)}`),
    );
  };
  const move = (from: number, by: -1 | 1) => {
    const next = [...columns];
    const [key] = next.splice(from, 1);
    if (key !== undefined) next.splice(from + by, 0, key);
    put(next);
  };
  return (
    <>
      <Button
        aria-haspopup="dialog"
        startIcon={<Columns3 size={15} aria-hidden="true" />}
        onClick={({ currentTarget }) => setAt(currentTarget)}
      >
        Columns
      </Button>
      <Popover
        open={at !== null}
        anchorEl={at}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'Columns of this table' } }}
      >
        <div className={styles.sheet}>
          <ol aria-label="Shown, in their order">
            {columns.map((key, i) => {
              const label = type.fieldByKey(key)?.label ?? key;
              return (
                <li key={key}>
                  <label>
                    <input
                      type="checkbox"
                      checked
                      onChange={() => put(columns.filter((each) => each !== key))}
                    />
                    {label}
                  </label>
                  <IconButton
                    aria-label={`Move ${label} left`}
                    disabled={i === 0}
                    onClick={() => move(i, -1)}
                  >
                    <ArrowUp size={14} />
                  </IconButton>
                  <IconButton
                    aria-label={`Move ${label} right`}
                    disabled={i === columns.length - 1}
                    onClick={() => move(i, 1)}
                  >
                    <ArrowDown size={14} />
                  </IconButton>
                </li>
              );
            })}
          </ol>
          {others.length > 0 && (
            <ul aria-label="Not shown">
              {others.map(({ id, key, label }) => (
                <li key={id}>
                  <label>
                    <input
                      type="checkbox"
                      checked={false}
                      disabled={columns.length >= MOST_COLUMNS}
                      onChange={() => put([...columns, key])}
                    />
                    {label}
                  </label>
                </li>
              ))}
            </ul>
          )}
          {problem && (
            <Note sort="error" role="alert">
              {problem}
            </Note>
          )}
        </div>
      </Popover>
    </>
  );
}
