'use client';
import { MenuItem, Select } from '@mui/material';
import { useId, type ReactElement } from 'react';
import type { CompiledType } from '../../../../../core/model/compile';
import type { ContentType } from '../../../../../core/model/document';
import { Labelled } from '../../../../../ui/labelled';
import { TextBox } from '../../../../../ui/text-box';
import styles from '../shape.module.css';
import { begunInto } from './begun-into';
import type { Sample } from './sample-state';

const NEW = '';

/** What the rows of a file become: a type of their own, or entries of one that is there. */
export function Becomes({
  sample,
  types,
  mayMake,
  onChange,
}: {
  sample: Sample;
  /** The types in force. */
  types: readonly CompiledType<ContentType>[];
  /** Whether a type may be made. */
  mayMake: boolean;
  onChange: (sample: Sample) => void;
}): ReactElement {
  const { looked, into, label } = sample;
  const id = useId();
  return (
    <div className={styles.pair}>
      {types.length > 0 && (
        <Labelled id={id} label="Its rows become">
          <Select
            size="small"
            displayEmpty
            value={into?.type ?? NEW}
            onChange={({ target: { value } }) => {
              const type = types.find((each) => each.id === value);
              const { into: _into, ...rest } = sample;
              onChange(type ? { ...rest, into: begunInto(looked, type) } : rest);
            }}
            labelId={`${id}-label`}
            SelectDisplayProps={{ id }}
          >
            {mayMake && <MenuItem value={NEW}>a type of their own</MenuItem>}
            {types.map(({ id: type, definition: { plural } }) => (
              <MenuItem key={type} value={type}>
                {plural} that are there already
              </MenuItem>
            ))}
          </Select>
        </Labelled>
      )}
      {!into && (
        <TextBox
          id={`${id}-name`}
          label="Name of the type"
          value={label}
          onChange={(next) => onChange({ ...sample, label: next })}
          slotProps={{ input: { maxLength: 80 } }}
        />
      )}
    </div>
  );
}
