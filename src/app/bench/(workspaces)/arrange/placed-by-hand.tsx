'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { ListingAnswer } from '../../../../contract/listings';
import type { PageAnswer } from '../../../../contract/pages';
import { isJsonObject, type JsonObject } from '../../../../core/json';
import { listingBounds } from '../../../../core/mapping/rule/listing-rule';
import { ChosenList } from '../../../../ui/kinds/chosen-list';
import { Labelled } from '../../../../ui/labelled';
import { useAsk } from '../../../../ui/use-ask';
import { useKnown } from '../../../../ui/use-known';
import styles from './arrange.module.css';

/** How many of those that follow are offered to be placed next. */
const NEXT = 8;

/** Whether a listing's rule begins with what is placed by hand where it stands. */
export const goesByHand = ({ rule }: ListingAnswer): boolean =>
  Array.isArray(rule.order) && isJsonObject(rule.order[0]) && rule.order[0].by === 'byHandHere';

interface Props {
  page: PageAnswer;
  listing: ListingAnswer;
  disabled: boolean;
  onChange: (byHand: JsonObject) => void;
}

/** What stands first of a listing on this page, in an order of its own; the rest follows as the listing says. */
export function PlacedByHand({ page, listing, disabled, onChange }: Props): ReactElement {
  const placed = page.byHand[listing.id] ?? [];
  const at = page.category === null ? { page: page.id } : { page: page.id, category: page.category };
  const { data } = useAsk('tryListing', {
    body: {
      rule: {
        ...listing.rule,
        limit: Math.min(listingBounds.limit, placed.length + NEXT),
        perPage: null,
        skip: null,
      },
      at,
      byHand: placed,
    },
  });
  const known = useKnown(placed);
  const shown = new Map((data?.entries ?? []).map(({ id, face }) => [id, face.heading?.[0]?.words ?? '']));
  const nameOf = (id: string) =>
    known.entries.get(id)?.title ?? known.pages.get(id)?.title ?? shown.get(id) ?? '…';
  const next = [...shown].filter(([id]) => !placed.includes(id)).slice(0, NEXT);
  const put = (ids: string[]) => onChange({ [listing.id]: ids.length > 0 ? ids : null });
  const id = `by-hand-${listing.id}`;
  return (
    <Labelled
      id={id}
      group
      label={`Placed first in ${listing.label}`}
      help={
        placed.length === 0
          ? 'Nothing yet: it stands as the listing says.'
          : 'Then comes the rest, as the listing says.'
      }
    >
      <fieldset disabled={disabled} className={styles.picks}>
        <ChosenList
          label={`Placed first in ${listing.label}`}
          onChange={put}
          items={placed.map((each) => ({
            id: each,
            label: nameOf(each),
            ...(data && !shown.has(each)
              ? {
                  mark: (
                    <small className={styles.pickmark} data-standing="not shown">
                      not in the list here
                    </small>
                  ),
                }
              : {}),
          }))}
        />
        {!disabled && placed.length < listingBounds.byHand && next.length > 0 && (
          <ul className={styles.placeNext} aria-label="Place next">
            {next.map(([each, name]) => (
              <li key={each}>
                <Button size="small" onClick={() => put([...placed, each])}>
                  Place {name}
                </Button>
              </li>
            ))}
          </ul>
        )}
      </fieldset>
    </Labelled>
  );
}
