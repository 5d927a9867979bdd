'use client';
import { Button, Menu, MenuItem } from '@mui/material';
import { Fragment, useState, type ComponentProps, type ReactElement } from 'react';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import {
  isLeadingOrder,
  leadingOrders,
  listingBounds,
  type LeadingOrder,
  type ListingRule,
} from '../../../../core/mapping/rule/listing-rule';
import { PER_PAGE, resultPages, shownInAll } from '../../../../core/mapping/arrangement/result-pages';
import type { Field } from '../../../../core/model/document';
import type { Sources } from '../../../../core/mapping/rule/sources';
import { ChipSheet } from '../../../../ui/chip';
import { Chosen } from '../../../../ui/chosen';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { NumberRule } from '../../../../ui/kinds/rule-inputs';
import { useModel } from '../../../../ui/model-in-force';
import { PickedByHand } from './picked-by-hand';
import { askable } from '../../../../ui/conditions/rule-edit';
import { VisitorFilters } from './visitor-filters';
import lines from '../../../../ui/conditions/conditions.module.css';
import styles from './map.module.css';
import { waysOf } from '../../../../ui/kinds/ways';
import { kindFor } from '../../../../core/model/kinds';

const moments: [key: string, words: string][] = [
  ['published', 'When it was published'],
  ['changed', 'When it was changed'],
];
/** What can only come first. */
const leading: [key: LeadingOrder, words: string][] = [
  ['visits', 'Read most'],
  ['byHandHere', 'By hand, where it stands'],
];

const begunOrder = (by: string): JsonObject => ({
  by,
  direction: isLeadingOrder(by) ? leadingOrders[by] : 'up',
});

/** How many are shown, in the words of a chip. */
const manyWords = ({ limit, perPage }: Pick<ListingRule, 'limit' | 'perPage'>): string =>
  [limit === 'all' ? 'all, in pages' : `at most ${limit}`, perPage !== undefined && `${perPage} on a page`]
    .filter(Boolean)
    .join(', ');

/** One key of the order as a chip: by what, in which direction. Without one it is taken out. */
function OrderChip({
  at,
  spoken,
  options,
  field,
  disabled,
  onChange,
}: {
  at: number;
  spoken: JsonObject;
  options: readonly (readonly [string, string])[];
  field: Field | undefined;
  disabled: boolean;
  onChange: (spoken: JsonObject | undefined) => void;
}): ReactElement {
  const by = String(spoken.by);
  const led = isLeadingOrder(by);
  const [up, down] = waysOf(field?.kind);
  const name = options.find(([key]) => key === by)?.[1] ?? 'a field that is gone';
  return (
    <ChipSheet
      label={`Sorted by, ${at + 1}`}
      words={led ? name : `${name}, ${spoken.direction === 'down' ? down : up}`}
      disabled={disabled}
    >
      <Chosen
        id={`order-${at}`}
        label="Sorted by"
        value={by}
        options={options}
        onChange={(next) =>
          onChange({
            ...begunOrder(next),
            ...(isLeadingOrder(next) || led ? {} : { direction: spoken.direction ?? 'up' }),
          })
        }
      />
      {!led && (
        <Chosen
          id={`direction-${at}`}
          label={`Direction, ${at + 1}`}
          value={spoken.direction === 'down' ? 'down' : 'up'}
          options={[
            ['up', up],
            ['down', down],
          ]}
          onChange={(direction) => onChange({ ...spoken, direction })}
        />
      )}
      <Button size="small" onClick={() => onChange(undefined)}>
        Do not sort by it
      </Button>
    </ChipSheet>
  );
}

interface Props {
  sources: Sources;
  /** The whole rule, spoken by keys. */
  rule: JsonObject;
  matching: number | undefined;
  disabled: boolean;
  onOrder: (order: Json) => void;
  onLimit: (limit: number | 'all') => void;
  onPerPage: (perPage: number | null) => void;
  onFacets: (facets: Json) => void;
  onPick: ComponentProps<typeof PickedByHand>['onChange'];
}

const isSeveral = (field: Field | undefined): boolean => field !== undefined && kindFor(field).several;
/** Whether entries stand in an order by what a field says in each: of several things there is no one that counts. */
function sortsOne(field: Field): boolean {
  const { sort, many } = kindFor(field).indexShape;
  return sort !== 'none' && !many;
}

/** Second step: by what they are sorted, and how many are shown. */
export function WhatOrder({
  sources: type,
  rule: spoken,
  matching,
  disabled,
  onOrder,
  onLimit,
  onPerPage,
  onFacets,
  onPick,
}: Props): ReactElement {
  const { order, limit, perPage, skip } = spoken;
  const [at, setAt] = useState<HTMLElement | null>(null);
  const keys = (Array.isArray(order) ? order : []).filter(isJsonObject);
  const asked = askable(useModel(), type);
  const sortable = [
    ...asked.own,
    ...asked.linked.filter(({ key }) => !isSeveral(type.fieldByKey(key.split('.')[0] ?? ''))),
  ].filter(({ field }) => field.indexed && sortsOne(field));
  const options: [string, string][] = [
    ...sortable.map(({ key, label }): [string, string] => [key, label]),
    ...moments,
  ];
  const offered = (i: number) => (i === 0 ? [...options, ...leading] : options);
  const put = (next: JsonObject[]) => onOrder(next);
  const rule: Pick<ListingRule, 'limit' | 'perPage'> = {
    limit: limit === 'all' ? limit : typeof limit === 'number' ? limit : PER_PAGE,
    ...(typeof perPage === 'number' ? { perPage } : {}),
    ...(typeof skip === 'number' ? { skip } : {}),
  };
  const unseen = matching === undefined ? 0 : matching - shownInAll(rule, matching);
  const pages = matching === undefined ? 1 : resultPages(rule, matching);
  const seen =
    unseen > 0
      ? `${unseen} more ${unseen === 1 ? 'stays' : 'stay'} unseen`
      : matching === undefined
        ? ''
        : 'all are shown';
  return (
    <Frame label="In what order">
      <div className={styles.step}>
        <header>
          <span>2</span>
          <h2>In what order</h2>
          <span>{pages > 1 ? `${seen}, in ${pages} pages` : seen}</span>
        </header>
        <div className={lines.line}>
          {keys.map((key, i) => (
            <Fragment key={`${i} ${String(key.by)}`}>
              {i > 0 && <span className={styles.else}>then</span>}
              <OrderChip
                at={i}
                spoken={key}
                options={offered(i)}
                field={sortable.find((each) => each.key === key.by)?.field}
                disabled={disabled}
                onChange={(next) =>
                  put(next ? keys.map((each, j) => (j === i ? next : each)) : keys.filter((_, j) => j !== i))
                }
              />
            </Fragment>
          ))}
          {type.ofComments ? (
            <span className={look.faint}>the newest first</span>
          ) : (
            keys.length === 0 && disabled && <span className={look.faint}>as they were made</span>
          )}
          {!disabled && !type.ofComments && keys.length < listingBounds.order && (
            <button
              type="button"
              className={lines.add}
              aria-haspopup="menu"
              onClick={(event) => setAt(event.currentTarget)}
            >
              {keys.length === 0 ? 'Sort by' : 'Then by'}
            </button>
          )}
          <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
            {offered(keys.length).map(([by, words]) => (
              <MenuItem
                key={by}
                onClick={() => {
                  setAt(null);
                  put([...keys, begunOrder(by)]);
                }}
              >
                {words}
              </MenuItem>
            ))}
          </Menu>
        </div>
        <div className={lines.line}>
          <ChipSheet label="How many are shown" words={manyWords(rule)} disabled={disabled}>
            <Chosen
              id="how-many"
              label="How many"
              value={limit === 'all' ? 'all' : 'most'}
              options={[
                ['most', 'At most so many'],
                ['all', 'All, in pages'],
              ]}
              onChange={(how) => onLimit(how === 'all' ? 'all' : PER_PAGE)}
            />
            {rule.limit !== 'all' && (
              <NumberRule
                whole
                id="limit"
                label={`At most, 1 to ${listingBounds.limit}`}
                value={rule.limit}
                onChange={(value) => {
                  if (value !== undefined && value >= 1 && value <= listingBounds.limit) onLimit(value);
                }}
              />
            )}
            <NumberRule
              whole
              id="per-page"
              label={`On one page, 1 to ${listingBounds.perPage}`}
              value={rule.perPage}
              onChange={(value) => {
                if (value === undefined || (value >= 1 && value <= listingBounds.perPage))
                  onPerPage(value ?? null);
              }}
            />
          </ChipSheet>
          {!type.ofComments && (
            <VisitorFilters type={type} facets={spoken.facets} disabled={disabled} onChange={onFacets} />
          )}
          <PickedByHand sources={type} rule={spoken} disabled={disabled} onChange={onPick} />
        </div>
      </div>
    </Frame>
  );
}
