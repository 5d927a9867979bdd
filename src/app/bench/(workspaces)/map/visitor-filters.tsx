'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import type { Json } from '../../../../core/json';
import { facetBounds, mayBeFacet } from '../../../../core/mapping/rule/facets';
import type { Fielded } from '../../../../core/model/compile';
import { ChipSheet } from '../../../../ui/chip';
import { ChosenList } from '../../../../ui/kinds/chosen-list';
import { Labelled } from '../../../../ui/labelled';
import styles from './map.module.css';

/** The fields by which visitors may narrow the list, in the order in which they stand over it. */
export function VisitorFilters({
  type,
  facets,
  disabled,
  onChange,
}: {
  type: Fielded;
  facets: Json | undefined;
  disabled: boolean;
  onChange: (facets: Json) => void;
}): ReactElement {
  const chosen = Array.isArray(facets) ? facets.filter((key): key is string => typeof key === 'string') : [];
  const label = (key: string) => type.fieldByKey(key)?.label ?? 'A field that is gone';
  const offered = type.fields.filter((field) => mayBeFacet(field) && !chosen.includes(field.key));
  return (
    <>
      {chosen.length > 0 && <span className={styles.else}>visitors filter by</span>}
      <ChipSheet
        wide
        label="Filters for visitors"
        words={chosen.map(label).join(', ') || 'Filters for visitors'}
        none={chosen.length === 0}
        disabled={disabled}
      >
        <Labelled
          id="facets"
          label="Narrow the list by"
          help="On a page that this listing fills, each value stands over the list with how many entries it leaves. Choices, categories, and yes or no can be filtered by."
        >
          <ChosenList
            label="Fields to filter by"
            items={chosen.map((key) => ({ id: key, label: label(key) }))}
            onChange={(keys) => onChange(keys.length === 0 ? null : keys)}
          />
          {offered.length > 0 && chosen.length < facetBounds.fields && (
            <Select
              fullWidth
              displayEmpty
              value=""
              onChange={({ target }) => onChange([...chosen, target.value])}
              labelId="facets-label"
              SelectDisplayProps={{ id: 'facets' }}
            >
              <MenuItem value="" disabled>
                Another field
              </MenuItem>
              {offered.map(({ key, label: name }) => (
                <MenuItem key={key} value={key}>
                  {name}
                </MenuItem>
              ))}
            </Select>
          )}
        </Labelled>
      </ChipSheet>
    </>
  );
}
