'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { facetBounds, mayBeFacet, proposedSteps } from '../../../../core/mapping/rule/facets';
import type { Sources } from '../../../../core/mapping/rule/sources';
import { MEDIA } from '../../../../core/model/media-type';
import type { Field } from '../../../../core/model/document';
import { kindFor } from '../../../../core/model/kinds';
import { ChipSheet } from '../../../../ui/chip';
import { ChosenList } from '../../../../ui/kinds/chosen-list';
import { Labelled } from '../../../../ui/labelled';
import { useAsk } from '../../../../ui/use-ask';
import { FacetGroups } from './facet-groups';
import styles from './map.module.css';

/** A facet as it is spoken: its field by key, and how its values are put together. */
export interface SpokenFacet extends JsonObject {
  field: string;
}

const spokenFacets = (facets: Json | undefined): SpokenFacet[] =>
  (Array.isArray(facets) ? facets : []).flatMap((each): SpokenFacet[] =>
    typeof each === 'string'
      ? [{ field: each }]
      : isJsonObject(each) && typeof each.field === 'string'
        ? [{ ...each, field: each.field }]
        : [],
  );

/** A field that stands alone is spoken by its key. */
const asSpoken = (facet: SpokenFacet): Json => (Object.keys(facet).length === 1 ? facet.field : facet);

/** The fields by which visitors may narrow the list, in the order in which they stand over it. */
export function VisitorFilters({
  type,
  facets,
  disabled,
  onChange,
}: {
  type: Sources;
  facets: Json | undefined;
  disabled: boolean;
  onChange: (facets: Json) => void;
}): ReactElement {
  const chosen = spokenFacets(facets);
  const keys = chosen.map(({ field }) => field);
  const label = (key: string) => type.fieldByKey(key)?.label ?? 'A field that is gone';
  const offered = type.fields.filter((field) => mayBeFacet(field) && !keys.includes(field.key));
  const only = type.types.length === 1 ? type.types[0] : undefined;
  const { data } = useAsk(
    'typeFigures',
    { path: { id: only?.id ?? '' } },
    { enabled: !disabled && only !== undefined && 'columns' in only.definition && only.id !== MEDIA },
  );
  const put = (next: readonly SpokenFacet[]) => onChange(next.length === 0 ? null : next.map(asSpoken));
  const begun = (field: Field): SpokenFacet => {
    const { facetTells } = kindFor(field);
    if (facetTells === 'days') return { field: field.key, by: 'month' };
    if (facetTells !== 'numbers') return { field: field.key };
    const { least, most } = data?.fields.find((each) => each.field === field.id) ?? {};
    return {
      field: field.key,
      steps: typeof least === 'number' && typeof most === 'number' ? proposedSteps(least, most) : [0],
    };
  };
  return (
    <>
      {keys.length > 0 && <span className={styles.else}>visitors filter by</span>}
      <ChipSheet
        wide
        label="Filters for visitors"
        words={keys.map(label).join(', ') || 'Filters for visitors'}
        none={keys.length === 0}
        disabled={disabled}
      >
        <Labelled
          id="facets"
          label="Narrow the list by"
          help="On a page that this listing fills, each value stands over the list with how many entries it leaves."
        >
          <ChosenList
            label="Fields to filter by"
            items={keys.map((key) => ({ id: key, label: label(key) }))}
            onChange={(next) => put(next.flatMap((key) => chosen.find(({ field }) => field === key) ?? []))}
          />
          {offered.length > 0 && keys.length < facetBounds.fields && (
            <Select
              fullWidth
              displayEmpty
              value=""
              onChange={({ target }) => {
                const field = offered.find(({ key }) => key === target.value);
                if (field) put([...chosen, begun(field)]);
              }}
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
        {chosen.map((facet, i) => {
          const field = type.fieldByKey(facet.field);
          return (
            field && (
              <FacetGroups
                key={facet.field}
                field={field}
                facet={facet}
                onChange={(next) => put(chosen.map((each, j) => (j === i ? next : each)))}
              />
            )
          );
        })}
      </ChipSheet>
    </>
  );
}
