'use client';
import { Button, MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import type { Json } from '../core/json';
import { settings, resolveSetting, type Layers, type SettingKey } from '../core/model/settings';
import { Labelled } from './labelled';
import { settingSourceWords } from './setting-source-words';

/**
 * Settings of a listing or a page of its own: each setting with where its value comes from, and one step back
 * to the inherited one. The last layer is the place; `varies` says what is inherited where that is not one
 * value.
 */
export function SettingsHere({
  id,
  keys,
  layers,
  varies,
  disabled,
  onChange,
}: {
  id: string;
  keys: readonly SettingKey[];
  layers: Layers;
  varies?: string;
  disabled: boolean;
  onChange: (key: SettingKey, value: Json) => void;
}): ReactElement {
  const own = layers.at(-1)?.source;
  const words = (key: SettingKey, value: string) =>
    settings[key].choices.find((choice) => choice.value === value)?.label ?? value;
  return (
    <>
      {keys.map((key) => {
        const held = resolveSetting(key, layers);
        const isOwn = held.from === own;
        const inherited =
          varies ?? `${words(key, held.inherited.value)}, from ${settingSourceWords[held.inherited.from]}`;
        return (
          <Labelled
            key={key}
            id={`${id}-${key}`}
            label={settings[key].label}
            help={
              !held.editorMay ? (
                'Not open to be changed here.'
              ) : isOwn ? (
                <>
                  Set here.{' '}
                  <Button size="small" disabled={disabled} onClick={() => onChange(key, null)}>
                    Back to {inherited}
                  </Button>
                </>
              ) : varies === undefined ? (
                `Comes from ${settingSourceWords[held.from]}.`
              ) : undefined
            }
          >
            <Select
              fullWidth
              displayEmpty
              disabled={disabled || !held.editorMay}
              value={isOwn ? held.value : ''}
              labelId={`${id}-${key}-label`}
              SelectDisplayProps={{ id: `${id}-${key}` }}
              onChange={({ target }) => onChange(key, target.value || null)}
            >
              <MenuItem value="">As inherited: {inherited}</MenuItem>
              {settings[key].choices.map(({ value, label }) => (
                <MenuItem key={value} value={value}>
                  {label}
                </MenuItem>
              ))}
            </Select>
          </Labelled>
        );
      })}
    </>
  );
}
