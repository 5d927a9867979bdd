'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import type { Field } from '../../../../../core/model/document';
import { kindFor } from '../../../../../core/model/kinds';
import { Mono } from '../../../../../ui/marks';
import styles from '../shape.module.css';
import { Evidence } from './evidence';
import type { Into, Sample } from './sample-state';
import { useIntoMisfits } from './use-misfits';

const LEFT_OUT = '';

/** What sets several names in one cell apart, as it may be chosen. */
const partings: readonly (readonly [string, string])[] = [
  ['', 'one in each cell'],
  [';', 'set apart by ;'],
  ['|', 'set apart by |'],
  [',', 'set apart by commas'],
];

/** Whether what a column holds for a field are names: of choices, of categories, of entries. */
const looksUp = (field: Field): boolean => {
  const { choices, scheme, leadsTo } = kindFor(field);
  return choices !== undefined || scheme !== undefined || leadsTo !== undefined;
};

/** Which field of the type each column of a file fills: as it was matched, and as it is corrected by hand. */
export function IntoColumns({
  sample: { looked },
  into,
  fields,
  onChange,
}: {
  sample: Sample;
  into: Into;
  fields: readonly Field[];
  onChange: (into: Into) => void;
}): ReactElement {
  const misfits = useIntoMisfits(looked, into, fields);
  const fill = (source: string, id: string) => {
    const fills = new Map([...into.fills].filter(([other, field]) => other !== source && field !== id));
    onChange({ ...into, fills: id === LEFT_OUT ? fills : fills.set(source, id) });
  };
  return (
    <div className={styles.scroll}>
      <table className={styles.sheet}>
        <thead>
          <tr>
            <th scope="col">Column</th>
            <th scope="col">Fills</th>
            <th scope="col">What is in it</th>
          </tr>
        </thead>
        <tbody>
          {looked.fields.map((column) => {
            const { source, parted = '' } = column;
            const field = fields.find(({ id }) => id === into.fills.get(source));
            return (
              <tr key={source} className={styles.row} data-left-out={field === undefined}>
                <td>
                  <Mono>{source}</Mono>
                </td>
                <td>
                  <div className={styles.fills}>
                    <Select
                      size="small"
                      displayEmpty
                      value={field?.id ?? LEFT_OUT}
                      onChange={({ target }) => fill(source, target.value)}
                      slotProps={{ input: { 'aria-label': `Field that ${source} fills` } }}
                      sx={{ minWidth: 170 }}
                    >
                      <MenuItem value={LEFT_OUT}>Left out</MenuItem>
                      {fields
                        .filter((each) => !kindFor(each).derived)
                        .map(({ id, label, kind }) => (
                          <MenuItem key={id} value={id}>
                            {label}
                            <span className={styles.ofKind}>{kindFor({ kind } as Field).label}</span>
                          </MenuItem>
                        ))}
                    </Select>
                    {field && kindFor(field).several && (
                      <Select
                        size="small"
                        displayEmpty
                        value={into.parted.get(source) ?? parted}
                        onChange={({ target }) =>
                          onChange({ ...into, parted: new Map(into.parted).set(source, target.value) })
                        }
                        slotProps={{ input: { 'aria-label': `What sets names in ${source} apart` } }}
                      >
                        {partings.map(([value, words]) => (
                          <MenuItem key={value} value={value}>
                            {words}
                          </MenuItem>
                        ))}
                      </Select>
                    )}
                  </div>
                </td>
                <td className={styles.rules}>
                  {field && looksUp(field) ? (
                    'names, which are looked up below'
                  ) : field ? (
                    <Evidence
                      field={{ ...column, evidence: field.kind === column.kind ? column.evidence : '' }}
                      misfits={misfits?.get(source)}
                      tried={misfits !== undefined}
                    />
                  ) : (
                    column.evidence
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
