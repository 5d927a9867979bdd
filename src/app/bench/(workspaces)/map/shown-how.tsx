'use client';
import type { ReactElement } from 'react';
import type { ListingFigures, ListingPlace } from '../../../../contract/listings';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import {
  arrangementKinds,
  arrangements,
  type Arrangement,
} from '../../../../core/mapping/arrangement/arrangement';
import { listingBounds } from '../../../../core/mapping/rule/listing-rule';
import type { fieldsFeedingPart } from '../../../../core/mapping/field-usage';
import type { Sources } from '../../../../core/mapping/rule/sources';
import { parts } from '../../../../core/mapping/parts';
import { ChipSheet } from '../../../../ui/chip';
import { Chosen } from '../../../../ui/chosen';
import { Frame } from '../../../../ui/frame';
import { byKey } from '../../../../ui/mapping-edit';
import { MappingParts } from '../../../../ui/mapping-parts';
import { Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { languageName } from '../../../../ui/form-languages';
import { SettingsHere } from '../../../../ui/settings-here';
import { TextBox } from '../../../../ui/text-box';
import { PartCoverage } from './part-gaps';
import { SetOutChoice, setOutWords } from './set-out-choice';
import lines from '../../../../ui/conditions/conditions.module.css';
import styles from './map.module.css';

const textIn = (value: Json | undefined): string => (typeof value === 'string' ? value : '');

interface Props {
  sources: Sources;
  rule: JsonObject;
  figures: ListingFigures | undefined;
  /** Which steps fed the entry that is looked at, if one is. */
  fed: ReturnType<typeof fieldsFeedingPart> | undefined;
  /** Where the rule is tried. */
  at: ListingPlace;
  disabled: boolean;
  onChange: (
    key: 'heading' | 'headings' | 'arrangement' | 'setOut' | 'mapping' | 'settings',
    value: Json,
  ) => void;
}

/** Third step: in which arrangement, and which field feeds which part, with how many entries fill it. */
export function ShownHow({ sources, rule, figures, fed, at, disabled, onChange }: Props): ReactElement {
  const model = useModel();
  const { document } = model;
  const set = isJsonObject(rule.settings) ? (rule.settings as { [key: string]: string }) : {};
  const arrangement: Arrangement | undefined = arrangements.find((each) => each === rule.arrangement);
  const livesBy = arrangement && arrangementKinds[arrangement].livesBy;
  const cover = livesBy && figures?.parts.find(({ part }) => part === livesBy);
  const missing = livesBy && figures ? figures.total - (cover?.filled ?? 0) : 0;
  const setOut = isJsonObject(rule.setOut) ? rule.setOut : {};
  const own = Object.keys(set).length;
  const headings = isJsonObject(rule.headings) ? rule.headings : {};
  return (
    <Frame label="Shown how">
      <div className={styles.step}>
        <header>
          <span>3</span>
          <h2>Shown how</h2>
          <ChipSheet
            label="Arrangement"
            words={arrangement ? setOutWords(arrangement, setOut) : 'choose…'}
            open={!arrangement}
            disabled={disabled}
          >
            <Chosen
              id="arrangement"
              label="Arrangement"
              value={arrangement ?? ''}
              options={arrangements.map((each) => [each, arrangementKinds[each].label] as const)}
              onChange={(each) => onChange('arrangement', each)}
            />
            {arrangement && (
              <SetOutChoice
                arrangement={arrangement}
                setOut={setOut}
                onChange={(next) => onChange('setOut', next)}
              />
            )}
          </ChipSheet>
        </header>
        {arrangement && livesBy && missing > 0 && (
          <Note sort="attention">
            {missing} {missing === 1 ? 'entry has' : 'entries have'} nothing for {parts[livesBy].label}, which
            a {arrangementKinds[arrangement].label.toLowerCase()} lives by.
          </Note>
        )}
        <MappingParts
          names={byKey(sources.fields, model.contentTypes)}
          mapping={rule.mapping}
          cover={figures}
          fed={fed}
          share={(part, filled, of) => (
            <PartCoverage rule={rule} at={at} part={part} filled={filled} of={of} />
          )}
          disabled={disabled}
          onChange={(mapping) => onChange('mapping', mapping)}
        />
        <div className={lines.line}>
          <b>Over the list</b>
          <ChipSheet
            wide
            label="Heading over the list"
            words={textIn(rule.heading) || 'no heading'}
            disabled={disabled}
          >
            <TextBox
              id="heading"
              label="Heading over the list"
              value={textIn(rule.heading)}
              onChange={(heading) => onChange('heading', heading)}
              slotProps={{ input: { maxLength: listingBounds.heading } }}
            />
            {document.locales.others.map((locale) => (
              <TextBox
                key={locale}
                id={`heading-${locale}`}
                label={`Heading in ${languageName(locale)}`}
                value={textIn(headings[locale])}
                onChange={(words) => onChange('headings', { ...headings, [locale]: words })}
                slotProps={{ input: { maxLength: listingBounds.heading, lang: locale } }}
              />
            ))}
          </ChipSheet>
          {own > 0 && <span className={styles.else}>settings</span>}
          <ChipSheet
            wide
            label="Settings of this listing"
            words={own === 0 ? 'Settings' : `${own} set here`}
            none={own === 0}
            disabled={disabled}
          >
            <SettingsHere
              id="listing-setting"
              keys={['showHeading', 'showDates', 'showAuthor', 'showVisits', 'showLink']}
              layers={[
                { source: 'site', layer: document.settings },
                {
                  source: 'type',
                  layer: sources.types.length === 1 ? sources.types[0]?.definition.settings : undefined,
                },
                { source: 'listing', layer: { set } },
              ]}
              disabled={disabled}
              onChange={(key, value) =>
                onChange(
                  'settings',
                  Object.fromEntries(
                    Object.entries({ ...set, [key]: value }).filter(([, each]) => each !== null),
                  ),
                )
              }
            />
          </ChipSheet>
        </div>
      </div>
    </Frame>
  );
}
