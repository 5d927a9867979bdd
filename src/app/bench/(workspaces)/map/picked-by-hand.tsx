'use client';
import { Button, OutlinedInput } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { listingBounds, OWN_LIST } from '../../../../core/mapping/rule/listing-rule';
import {
  isEntrySource,
  isMediaSource,
  isPageSource,
  type Sources,
} from '../../../../core/mapping/rule/sources';
import { ChipSheet } from '../../../../ui/chip';
import { Chosen } from '../../../../ui/chosen';
import { ChosenList, EntryFinder, PageFinder } from '../../../../ui/conditions/pickers-later';
import { MediaDrawer } from '../../../../ui/kinds/dialogs-later';
import { NumberRule, YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';
import { useKnown } from '../../../../ui/use-known';
import styles from './map.module.css';
import { sourceAnswers } from './source-answers';

const idsIn = (value: Json | undefined): string[] =>
  Array.isArray(value) ? value.filter((id): id is string => typeof id === 'string') : [];

/** The place that a pinned entry is given, written into its row; empty for the first that is free. */
function PlaceOfPin({
  name,
  place,
  onPlace,
}: {
  name: string;
  place: number | undefined;
  onPlace: (place: number | undefined) => void;
}): ReactElement {
  const [typed, setTyped] = useState<string>();
  return (
    <OutlinedInput
      size="small"
      className={styles.pinplace}
      value={typed ?? place ?? ''}
      placeholder="first"
      inputProps={{ 'aria-label': `Position of ${name}`, inputMode: 'numeric' }}
      onChange={({ target }) => {
        setTyped(target.value);
        const given = target.value.trim();
        if (given === '') onPlace(undefined);
        else if (/^\d+$/.test(given) && Number(given) >= 1 && Number(given) <= listingBounds.limit)
          onPlace(Number(given));
      }}
      onBlur={() => setTyped(undefined)}
    />
  );
}

/** Finds an entry, page or medium of the sources of a listing. */
function SourceFinder({
  id,
  sources,
  taken,
  onChoose,
}: {
  id: string;
  sources: Sources;
  taken: readonly string[];
  onChoose: (thing: string) => void;
}): ReactElement {
  const [open, setOpen] = useState(false);
  const entries = sources.types.filter(isEntrySource);
  const media = sources.types.some(isMediaSource);
  const pages = sources.types.some(isPageSource);
  const choose = (thing: string) => {
    if (thing && !taken.includes(thing)) onChoose(thing);
  };
  return (
    <>
      {entries.length > 0 && (
        <EntryFinder id={id} types={entries.map((type) => type.id)} taken={taken} onChoose={onChoose} />
      )}
      {pages && (
        <PageFinder
          id={entries.length > 0 ? `${id}-page` : id}
          {...(entries.length > 0 ? { label: 'Find a page' } : {})}
          value=""
          onChoose={choose}
        />
      )}
      {media && (
        <Button id={entries.length > 0 || pages ? `${id}-medium` : id} onClick={() => setOpen(true)}>
          Choose a medium
        </Button>
      )}
      {media && open && (
        <MediaDrawer
          accept={[]}
          onClose={() => setOpen(false)}
          onChoose={({ id: medium }) => {
            setOpen(false);
            choose(medium);
          }}
        />
      )}
    </>
  );
}

interface Props {
  sources: Sources;
  rule: JsonObject;
  disabled: boolean;
  onChange: (key: 'pins' | 'leaveOut' | 'skip' | 'notAbove' | 'fullList', value: Json) => void;
}

/** What a listing shows or leaves out besides its conditions, and the page with the full list. */
export function PickedByHand({ sources, rule, disabled, onChange }: Props): ReactElement {
  const model = useModel();
  const homes = model.pageTypes.filter(
    ({ definition: { key } }) => sourceAnswers(model, key)?.listing === 'needed',
  );
  const { data: listed } = useAsk('pagesByType', {
    query: { told: homes.map(({ definition: { key } }) => key).join(',') },
  });
  const pins = (Array.isArray(rule.pins) ? rule.pins : []).filter(isJsonObject);
  const pinned = pins.map(({ entry }) => String(entry));
  const out = idsIn(rule.leaveOut);
  const known = useKnown([...pinned, ...out]);
  const name = (id: string) =>
    known.entries.get(id)?.title ?? known.pages.get(id)?.title ?? known.media.get(id)?.label ?? '…';
  const pages = listed?.pages ?? [];
  const told = [
    pinned.length > 0 && `${pinned.length} pinned`,
    out.length > 0 && `${out.length} left out`,
    typeof rule.skip === 'number' && rule.skip > 0 && `from number ${rule.skip + 1}`,
    rule.notAbove === true && 'the rest',
    typeof rule.fullList === 'string' && 'leads to the full list',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <>
      {told && <span className={styles.else}>by hand</span>}
      <ChipSheet wide label="By hand" words={told || 'By hand'} none={!told} disabled={disabled}>
        {!sources.ofComments && (
          <>
            {' '}
            <Labelled
              id="pins"
              label="Pinned, whatever the conditions say"
              help={
                pinned.length > 0 ? 'They stand first in this order, or at the place you give.' : undefined
              }
            >
              <ChosenList
                label="Pinned entries"
                onChange={(ids) =>
                  onChange(
                    'pins',
                    ids.flatMap((id) => pins.find(({ entry }) => entry === id) ?? []),
                  )
                }
                items={pins.map(({ entry, place }) => ({
                  id: String(entry),
                  label: name(String(entry)),
                  mark: (
                    <PlaceOfPin
                      name={name(String(entry))}
                      place={typeof place === 'number' ? place : undefined}
                      onPlace={(next) =>
                        onChange(
                          'pins',
                          pins.map((pin) =>
                            pin.entry === entry
                              ? { entry: String(entry), ...(next === undefined ? {} : { place: next }) }
                              : pin,
                          ),
                        )
                      }
                    />
                  ),
                }))}
              />
              {pinned.length < listingBounds.pins && (
                <SourceFinder
                  id="pins"
                  sources={sources}
                  taken={[...pinned, ...out]}
                  onChoose={(entry) => onChange('pins', [...pins, { entry }])}
                />
              )}
            </Labelled>
            <Labelled id="left-out" label="Left out, always">
              <ChosenList
                label="Entries left out"
                onChange={(ids) => onChange('leaveOut', ids)}
                items={out.map((id) => ({ id, label: name(id) }))}
              />
              {out.length < listingBounds.leaveOut && (
                <SourceFinder
                  id="left-out"
                  sources={sources}
                  taken={[...pinned, ...out]}
                  onChoose={(entry) => onChange('leaveOut', [...out, entry])}
                />
              )}
            </Labelled>
          </>
        )}
        <div className={styles.settings}>
          <NumberRule
            whole
            id="skip"
            label={`Pass over, 0 to ${listingBounds.skip}`}
            value={typeof rule.skip === 'number' ? rule.skip : undefined}
            onChange={(skip) => {
              if (skip === undefined || (skip >= 0 && skip <= listingBounds.skip))
                onChange('skip', skip ?? null);
            }}
          />
          <Chosen
            id="full-list"
            label="Leads to the full list on"
            none="No page"
            value={typeof rule.fullList === 'string' ? rule.fullList : ''}
            options={[
              [OWN_LIST, 'all it shows, on a page of its own'] as const,
              ...pages.map(({ id, title }) => [id, title] as const),
            ]}
            onChange={(id) => onChange('fullList', id || null)}
          />
        </div>
        {!sources.ofComments && (
          <YesRule
            label="Not what listings above it on the page show"
            value={rule.notAbove === true}
            onChange={(yes) => onChange('notAbove', yes || null)}
          />
        )}
      </ChipSheet>
    </>
  );
}
