'use client';
import { Button, MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import {
  settingKeys,
  settings,
  resolveSetting,
  withSetting,
  type Layers,
  type SettingKey,
  type SettingsLayer,
} from '../../../../core/model/settings';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { settingSourceWords } from '../../../../ui/setting-source-words';
import look from '../../../../ui/look/look.module.css';
import styles from './shape.module.css';

/**
 * The settings of one place: what each is, where that comes from, and whether an editor may change it further
 * down. The last layer is the place itself.
 */
export function SettingsSheet({
  layers,
  disabled,
  onChange,
}: {
  layers: Layers;
  disabled: boolean;
  onChange: (layer: SettingsLayer) => void;
}): ReactElement {
  const own = layers.at(-1);
  const labelOf = (key: SettingKey, value: string) =>
    settings[key].choices.find((choice) => choice.value === value)?.label ?? value;
  return (
    <div className={styles.scroll}>
      <table className={styles.sheet}>
        <thead>
          <tr>
            <th scope="col">Setting</th>
            <th scope="col">Here</th>
            <th scope="col">Comes from</th>
            <th scope="col">Editors</th>
          </tr>
        </thead>
        <tbody>
          {settingKeys.map((key) => {
            const held = resolveSetting(key, layers);
            const isOwn = held.from === own?.source;
            return (
              <tr key={key}>
                <th
                  scope="row"
                  style={{
                    textTransform: 'none',
                    letterSpacing: 0,
                    fontSize: 14,
                    color: 'var(--ink)',
                    borderBottom: '1px solid var(--rule-soft)',
                  }}
                >
                  {settings[key].label}
                </th>
                <td>
                  <Select
                    size="small"
                    disabled={disabled}
                    value={isOwn ? held.value : ''}
                    displayEmpty
                    sx={{ minWidth: 190 }}
                    onChange={({ target }) =>
                      onChange(withSetting(own?.layer, key, target.value || undefined))
                    }
                    slotProps={{ input: { 'aria-label': settings[key].label } }}
                  >
                    <MenuItem value="">As inherited: {labelOf(key, held.inherited.value)}</MenuItem>
                    {settings[key].choices.map(({ value, label }) => (
                      <MenuItem key={value} value={value}>
                        {label}
                      </MenuItem>
                    ))}
                  </Select>
                </td>
                <td>
                  {isOwn ? (
                    <>
                      <b style={{ fontWeight: 600 }}>set here</b>
                      {!disabled && (
                        <Button
                          size="small"
                          onClick={() => onChange(withSetting(own?.layer, key, undefined))}
                        >
                          Back to {labelOf(key, held.inherited.value).toLowerCase()}, from{' '}
                          {settingSourceWords[held.inherited.from]}
                        </Button>
                      )}
                    </>
                  ) : (
                    <span className={look.pencil}>{settingSourceWords[held.from]}</span>
                  )}
                </td>
                <td>
                  <YesRule
                    label="may change it"
                    value={own?.layer?.editorMay?.includes(key) ?? false}
                    onChange={(may) =>
                      onChange({
                        ...own?.layer,
                        editorMay: settingKeys.filter((each) =>
                          each === key ? may : own?.layer?.editorMay?.includes(each),
                        ),
                      })
                    }
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
