'use client';
import { MenuItem, Select } from '@mui/material';
import { useCallback, useMemo, type ReactElement } from 'react';
import { hintsFor } from '../../../../core/content/starters';
import { fieldsFound } from '../../../../core/model/found';
import { answersOf } from '../../../../core/model/page-source';
import { ask } from '../../../../ui/ask';
import { EntryForm } from '../../../../ui/entry-form';
import { fieldsFor } from '../../../../ui/form-languages';
import { Labelled } from '../../../../ui/labelled';
import { sourcesOf } from '../../../../ui/sources-of';
import { useAsk } from '../../../../ui/use-ask';
import { PickedEntries } from './picked-entries';
import { goesByHand, PlacedByHand } from './placed-by-hand';
import { fieldPlace, type PageEditing } from './use-page-editing';

/** The page's own fields, and below them what fills it and how it is set out. */
export function PageFields({ editing }: { editing: PageEditing }): ReactElement {
  const { model, type, fields, draft, kept, values, faults, otherFaults, mayChange, language, notes, act } =
    editing;
  const { data: listings } = useAsk('listings');
  const { data: homePage } = useAsk(
    'page',
    { path: { id: kept.parent ?? '' } },
    { enabled: kept.category !== null && kept.parent !== null },
  );
  const { beginNote: begin } = editing;
  const beginNote = useCallback((key: string, quote: string) => begin(fieldPlace(key), quote), [begin]);
  const seldom = useMemo(() => new Set(fieldsFound(type.definition.found)), [type]);
  const source = answersOf(type.definition.source);
  const scheme = model.scheme(source.scheme ?? '');
  const path = { id: kept.id };
  // Of those that fill it or stand in its blocks; words of a category stand on a page that its home fills.
  const standing = JSON.stringify([kept.listing, kept.slots, kept.byHand]);
  const handOrdered = (listings?.items ?? []).filter(
    (each) =>
      goesByHand(each) &&
      (standing.includes(each.id) || JSON.stringify([homePage?.listing, homePage?.slots]).includes(each.id)),
  );
  return (
    <>
      <EntryForm
        fields={fieldsFor(fields, language)}
        values={values}
        faults={faults}
        onChange={draft.change}
        disabled={!mayChange}
        hints={hintsFor(kept.hints, values)}
        {...(language ? { sources: sourcesOf(fields, language, values, kept.older[language] ?? []) } : {})}
        notes={notes.byField}
        seldom={seldom}
        onNote={beginNote}
      />
      {source.picked && (
        <PickedEntries
          page={kept}
          types={[...source.picked.types]}
          disabled={!mayChange}
          faults={otherFaults
            .filter(({ path: at }) => at.startsWith('/picks') || at === '/beginFrom')
            .map(({ message }) => message)}
          onChange={(patch, done) =>
            void act((revision) => ask('changePage', { path, revision, body: patch }), done)
          }
        />
      )}
      {(source.listing === 'needed' || (scheme && kept.category === null)) && (
        <Labelled
          id="listing"
          label="Filled by the listing"
          needed={!scheme}
          faults={otherFaults.filter((fault) => fault.path === '/listing').map(({ message }) => message)}
        >
          <Select
            displayEmpty
            fullWidth
            disabled={!mayChange}
            value={kept.listing ?? ''}
            onChange={({ target }) =>
              void act(
                (revision) => ask('changePage', { path, revision, body: { listing: target.value || null } }),
                'Another listing fills it.',
              )
            }
            labelId="listing-label"
            SelectDisplayProps={{ id: 'listing' }}
          >
            <MenuItem value="">None yet</MenuItem>
            {listings?.items.map(({ id, label }) => (
              <MenuItem key={id} value={id}>
                {label}
              </MenuItem>
            ))}
          </Select>
        </Labelled>
      )}
      {handOrdered.map((each) => (
        <PlacedByHand
          key={each.id}
          page={kept}
          listing={each}
          disabled={!mayChange}
          onChange={(byHand) =>
            void act(
              (revision) => ask('changePage', { path, revision, body: { byHand } }),
              'It stands in another order here.',
            )
          }
        />
      ))}
      {type.definition.layouts.length > 1 && (
        <Labelled id="layout" label="Layout">
          <Select
            fullWidth
            disabled={!mayChange}
            value={kept.layout ?? type.definition.layouts[0]?.key ?? ''}
            onChange={({ target }) =>
              void act(
                (revision) => ask('changePage', { path, revision, body: { layout: target.value } }),
                'It is set out in another layout.',
              )
            }
            labelId="layout-label"
            SelectDisplayProps={{ id: 'layout' }}
          >
            {type.definition.layouts.map(({ key, label }) => (
              <MenuItem key={key} value={key}>
                {label}
              </MenuItem>
            ))}
          </Select>
        </Labelled>
      )}
    </>
  );
}
