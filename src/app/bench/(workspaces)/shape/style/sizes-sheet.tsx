'use client';
import { Slider } from '@mui/material';
import type { ReactElement } from 'react';
import type { HouseStyle } from '../../../../../core/model/fresh/house-style';
import { Labelled } from '../../../../../ui/labelled';
import { Chosen } from '../../../../../ui/chosen';
import styles from './style.module.css';

const faces = [
  ['reading', 'Literata, for reading'],
  ['plain', 'Hanken Grotesk, plain'],
] as const;

function Sized({
  id,
  label,
  value,
  min,
  max,
  step,
  unit,
  onChange,
}: {
  id: string;
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit: string;
  onChange: (value: number) => void;
}): ReactElement {
  return (
    <Labelled id={id} label={label} end={`${value}${unit}`}>
      <Slider
        size="small"
        value={value}
        min={min}
        max={max}
        step={step}
        onChange={(_, next) => {
          if (typeof next === 'number') onChange(next);
        }}
        slotProps={{ input: { id, 'aria-labelledby': `${id}-label` } }}
      />
    </Labelled>
  );
}

/** Letters, sizes, space and corners. */
export function SizesSheet({
  style,
  onChange,
}: {
  style: HouseStyle;
  onChange: (part: Partial<HouseStyle>) => void;
}): ReactElement {
  const { type, space, corners } = style;
  const set = (part: Partial<HouseStyle['type']>) => onChange({ type: { ...type, ...part } });
  return (
    <div className={styles.pair}>
      <Sized
        id="base"
        label="Running text"
        value={type.base}
        min={14}
        max={22}
        step={1}
        unit=" px"
        onChange={(base) => set({ base })}
      />
      <Sized
        id="scale"
        label="Each step of heading"
        value={type.scale}
        min={1.1}
        max={1.5}
        step={0.01}
        unit=" times"
        onChange={(scale) => set({ scale })}
      />
      <Chosen
        id="headings"
        label="Letters of headings"
        value={type.headings}
        options={faces}
        onChange={(headings) => set({ headings })}
      />
      <Chosen
        id="text"
        label="Letters of running text"
        value={type.text}
        options={faces}
        onChange={(text) => set({ text })}
      />
      <Sized
        id="space"
        label="One step of space"
        value={space}
        min={8}
        max={48}
        step={2}
        unit=" px"
        onChange={(next) => onChange({ space: next })}
      />
      <Sized
        id="corners"
        label="Round corners"
        value={corners}
        min={0}
        max={24}
        step={1}
        unit=" px"
        onChange={(next) => onChange({ corners: next })}
      />
    </div>
  );
}
