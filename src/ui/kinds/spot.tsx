'use client';
import { OutlinedInput } from '@mui/material';
import { MapPin } from 'lucide-react';
import type { ReactElement } from 'react';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import { Labelled } from '../labelled';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import { asText } from './line';
import { NumberRule, without } from './rule-inputs';

const degrees = (text: string): Json =>
  /^-?\d{1,3}([.,]\d+)?$/.test(text.trim()) && !/[.,]0*$/.test(text)
    ? Number(text.trim().replace(',', '.'))
    : text;
const kept = (spot: JsonObject): Json =>
  asText(spot.latitude) === '' && asText(spot.longitude) === '' && asText(spot.words) === '' ? null : spot;

function Input({ id, value, onChange, invalid }: InputProps<'spot'>): ReactElement {
  const spot = isJsonObject(value) ? value : {};
  return (
    <div className={styles.three}>
      <Labelled id={`${id}-lat`} label="Latitude">
        <OutlinedInput
          id={`${id}-lat`}
          inputMode="decimal"
          error={invalid}
          value={asText(spot.latitude)}
          onChange={({ target }) => onChange(kept({ ...spot, latitude: degrees(target.value) }))}
        />
      </Labelled>
      <Labelled id={`${id}-lon`} label="Longitude">
        <OutlinedInput
          id={`${id}-lon`}
          inputMode="decimal"
          error={invalid}
          value={asText(spot.longitude)}
          onChange={({ target }) => onChange(kept({ ...spot, longitude: degrees(target.value) }))}
        />
      </Labelled>
      <Labelled id={`${id}-words`} label="In words">
        <OutlinedInput
          id={`${id}-words`}
          value={asText(spot.words)}
          onChange={({ target }) => onChange(kept({ ...spot, words: target.value }))}
        />
      </Labelled>
    </div>
  );
}

function Rules({ id, rules, onChange }: RulesProps<'spot'>): ReactElement {
  const whole = { south: -90, west: -180, north: 90, east: 180 };
  const bounds = rules.bounds ?? whole;
  const set = (side: keyof typeof whole) => (degree: number | undefined) => {
    const next = { ...bounds, [side]: degree ?? whole[side] };
    onChange(
      without({
        bounds: Object.entries(whole).every(([key, at]) => next[key as keyof typeof whole] === at)
          ? undefined
          : next,
      }),
    );
  };
  return (
    <div className={styles.pair}>
      {(['south', 'north', 'west', 'east'] as const).map((side) => (
        <NumberRule
          key={side}
          id={`${id}-${side}`}
          label={
            {
              south: 'From, degrees north',
              north: 'To, degrees north',
              west: 'From, degrees east',
              east: 'To, degrees east',
            }[side]
          }
          value={rules.bounds?.[side]}
          onChange={set(side)}
        />
      ))}
    </div>
  );
}

export const spot: KindUi<'spot'> = {
  icon: MapPin,
  Input,
  Rules,
  width: 'wide',
  note: () => '',
  isGroup: () => true,
};
