'use client';
import { Checkbox, MenuItem, OutlinedInput, Radio, Select } from '@mui/material';
import type { ReactElement } from 'react';
import type { ProposedField } from '../../../../../core/formats/sample/propose-fields';
import { kindNames, kinds } from '../../../../../core/model/kinds';
import look from '../../../../../ui/look/look.module.css';
import { Mono } from '../../../../../ui/marks';
import styles from '../shape.module.css';
import { Evidence } from './evidence';
import type { Sample } from './sample-state';
import { useProposalMisfits } from './use-misfits';

const rulesInWords = ({
  kind,
  choices,
  multiple,
  unit,
  maxLength,
  refersTo,
  inside,
}: ProposedField): string =>
  [
    kind === 'choice' && choices && !refersTo
      ? `${multiple ? 'any' : 'one'} of ${choices.length}: ${choices.slice(0, 4).join(', ')}${choices.length > 4 ? '…' : ''}`
      : '',
    kind === 'number' && unit ? `in ${unit}` : '',
    (kind === 'line' || kind === 'paragraphs') && maxLength ? `up to ${maxLength} characters` : '',
    refersTo ? `an entry of ${refersTo}` : '',
    inside ? inside.map(({ label }) => label).join(', ') : '',
  ]
    .filter(Boolean)
    .join('; ');

/** The proposed fields of one file, each with what speaks for it; every part can be corrected. */
export function ProposalSheet({
  sample,
  onChange,
}: {
  sample: Sample;
  onChange: (sample: Sample) => void;
}): ReactElement {
  const { looked, without } = sample;
  const misfits = useProposalMisfits(sample);
  const set = (source: string, part: Partial<ProposedField>) =>
    onChange({
      ...sample,
      looked: {
        ...looked,
        fields: looked.fields.map((field) => (field.source === source ? { ...field, ...part } : field)),
      },
    });
  const keep = (source: string, kept: boolean) =>
    onChange({
      ...sample,
      without: new Set(kept ? [...without].filter((each) => each !== source) : [...without, source]),
    });
  return (
    <div className={styles.scroll}>
      <table className={styles.sheet}>
        <thead>
          <tr>
            <th scope="col">Take</th>
            <th scope="col">Field</th>
            <th scope="col">Kind</th>
            <th scope="col">Required</th>
            <th scope="col">Names it</th>
            <th scope="col">What speaks for it</th>
          </tr>
        </thead>
        <tbody>
          {looked.fields.map((field) => (
            <tr key={field.source} className={styles.row}>
              <td>
                <Checkbox
                  checked={!without.has(field.source)}
                  onChange={({ target }) => keep(field.source, target.checked)}
                  slotProps={{ input: { 'aria-label': `Take ${field.label}` } }}
                />
              </td>
              <td>
                <OutlinedInput
                  size="small"
                  value={field.label}
                  onChange={({ target }) => set(field.source, { label: target.value })}
                  slotProps={{ input: { 'aria-label': `Label of ${field.source}`, maxLength: 80 } }}
                  sx={{ minWidth: 150 }}
                />
                <div>
                  <Mono>{field.source}</Mono>
                </div>
              </td>
              <td>
                <Select
                  size="small"
                  value={field.kind}
                  // What spoke for another kind does not speak for this one.
                  onChange={({ target }) => set(field.source, { kind: target.value, evidence: '' })}
                  slotProps={{ input: { 'aria-label': `Kind of ${field.label}` } }}
                  sx={{ minWidth: 140 }}
                >
                  {kindNames
                    .filter((name) => name !== 'computed')
                    .map((name) => (
                      <MenuItem key={name} value={name}>
                        {kinds[name].label}
                      </MenuItem>
                    ))}
                </Select>
              </td>
              <td>
                <Checkbox
                  checked={field.required}
                  onChange={({ target }) => set(field.source, { required: target.checked })}
                  slotProps={{ input: { 'aria-label': `${field.label} must be filled in` } }}
                />
              </td>
              <td>
                <Radio
                  disabled={!kinds[field.kind].mayTitle}
                  checked={looked.title === field.source}
                  onChange={() => onChange({ ...sample, looked: { ...looked, title: field.source } })}
                  slotProps={{ input: { 'aria-label': `${field.label} names an entry` } }}
                />
              </td>
              <td className={styles.rules}>
                <Evidence field={field} misfits={misfits?.get(field.source)} tried={misfits !== undefined} />
                <div className={look.pencil}>{rulesInWords(field)}</div>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
