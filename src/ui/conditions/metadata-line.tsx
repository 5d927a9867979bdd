'use client';
import { Checkbox, FormControlLabel } from '@mui/material';
import type { ReactElement, ReactNode } from 'react';
import { stateLabels, states } from '../../core/content/states';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import { linkFields } from '../../core/mapping/rule/links';
import type { CompiledModel, Fielded } from '../../core/model/compile';
import { ChipSheet } from '../chip';
import { Chosen } from '../chosen';
import { languageName } from '../form-languages';
import { useModel } from '../model-in-force';
import { useMay } from '../shell/person';
import { useAsk } from '../use-ask';
import { useKnown } from '../use-known';
import { ChosenList, EntryFinder, PageFinder } from './pickers-later';
import { linkPlaces } from './rule-edit';
import styles from './conditions.module.css';

const first = (value: Json | undefined): string =>
  Array.isArray(value) && typeof value[0] === 'string' ? value[0] : typeof value === 'string' ? value : '';
const listed = (value: Json | undefined): string[] =>
  Array.isArray(value) ? value.filter((each): each is string => typeof each === 'string') : [];

interface LineProps {
  type: Fielded;
  test: JsonObject;
  disabled: boolean;
  /** Whether it was added just now: what it asks for is chosen at once. */
  added: boolean;
  onChange: (test: JsonObject) => void;
}

/** A sentence that ends in a chip, which opens what is chosen there. */
function Sentence({
  subject,
  label,
  words,
  disabled,
  added,
  children,
}: Pick<LineProps, 'disabled' | 'added'> & {
  subject: string;
  label: string;
  words: string | undefined;
  children: ReactNode;
}): ReactElement {
  return (
    <>
      <b>{subject}</b>
      <ChipSheet
        label={label}
        words={words || 'choose…'}
        open={!words}
        disabled={disabled}
        startsOpen={added && !words}
      >
        {children}
      </ChipSheet>
    </>
  );
}

const either = (words: readonly string[]): string => words.join(' or ');

/** Below which page its own stands: the page on which the listing stands, or one that is named. */
function UnderLine({ test, disabled, added, onChange }: LineProps): ReactElement {
  const here = test.under === 'here';
  const only: JsonObject = test.only === 'children' ? { only: 'children' } : {};
  const named = first(test.under);
  const { pages } = useKnown(here || !named ? [] : [named]);
  const children = test.only === 'children' ? 'right below' : 'below';
  const of = here ? 'this page' : named && (pages.get(named)?.title ?? '…');
  return (
    <Sentence
      subject="Its page stands"
      label="Below which page it stands"
      words={of && `${children} ${of}`}
      disabled={disabled}
      added={added}
    >
      <Chosen
        id="test-under-how"
        label="How far below"
        value={test.only === 'children' ? 'children' : 'all'}
        options={[
          ['all', 'anywhere below it'],
          ['children', 'right below it'],
        ]}
        onChange={(how) =>
          onChange({ under: test.under ?? 'here', ...(how === 'children' ? { only: 'children' } : {}) })
        }
      />
      <Chosen
        id="test-under-which"
        label="Below which page"
        value={here ? 'here' : 'named'}
        options={[
          ['here', 'the page on which this list stands'],
          ['named', 'a page chosen here'],
        ]}
        onChange={(which) => onChange({ under: which === 'here' ? 'here' : [], ...only })}
      />
      {!here && (
        <PageFinder
          id="test-under"
          label="The page below which it stands"
          value={named}
          onChoose={(page) => onChange({ under: page ? [page] : [], ...only })}
        />
      )}
    </Sentence>
  );
}

/** Several of some things that have names, or that of the place where the listing stands. */
function HereOrNamed({
  label,
  hereWords,
  chosen,
  options,
  onChange,
}: {
  label: string;
  hereWords: string;
  chosen: readonly string[] | 'here';
  options: readonly (readonly [string, string])[];
  onChange: (chosen: string[] | 'here') => void;
}): ReactElement {
  const all = [['here', hereWords] as const, ...options];
  return (
    <fieldset className={styles.several} aria-label={label}>
      {all.map(([key, words]) => {
        const isHere = key === 'here';
        const on = isHere ? chosen === 'here' : chosen !== 'here' && chosen.includes(key);
        return (
          <FormControlLabel
            key={key}
            label={words}
            control={
              <Checkbox
                size="small"
                checked={on}
                onChange={() => {
                  // That of the place is one answer, named ones another.
                  if (isHere) onChange(on ? [] : 'here');
                  else {
                    const named = chosen === 'here' ? [] : chosen;
                    onChange(on ? named.filter((each) => each !== key) : [...named, key]);
                  }
                }}
              />
            }
          />
        );
      })}
    </fieldset>
  );
}

/** In which site its own page stands. */
function SiteLine({ test, disabled, added, onChange }: LineProps): ReactElement {
  const { data } = useAsk('sites');
  const sites = data?.items ?? [];
  const chosen = test.site === 'here' ? 'here' : listed(test.site);
  return (
    <Sentence
      subject="Its page stands in"
      label="In which sites"
      words={
        chosen === 'here'
          ? 'this site'
          : either(chosen.map((id) => sites.find((site) => site.id === id)?.label ?? '…'))
      }
      disabled={disabled}
      added={added}
    >
      <HereOrNamed
        label="Sites"
        hereWords="the site of the page"
        chosen={chosen}
        options={sites.map(({ id, label }) => [id, label] as const)}
        onChange={(site) => onChange({ site })}
      />
    </Sentence>
  );
}

/** In which language something of it is said. */
function LanguageLine({ test, disabled, added, onChange }: LineProps): ReactElement {
  const { main, others } = useModel().document.locales;
  const chosen = test.language === 'here' ? 'here' : listed(test.language);
  return (
    <Sentence
      subject="It is said in"
      label="In which languages"
      words={chosen === 'here' ? 'the language of the page' : either(chosen.map(languageName))}
      disabled={disabled}
      added={added}
    >
      <HereOrNamed
        label="Languages"
        hereWords="the language of the page"
        chosen={chosen}
        options={[main, ...others].map((locale) => [locale, languageName(locale)] as const)}
        onChange={(language) => onChange({ language })}
      />
    </Sentence>
  );
}

/** Who let visitors see it. */
function AuthorLine({ test, disabled, added, onChange }: LineProps): ReactElement {
  const { data } = useAsk('people', {}, { enabled: useMay('keep people') });
  const people = data?.items ?? [];
  const chosen = first(test.author);
  const known = people.find(({ id }) => id === chosen);
  return (
    <Sentence
      subject="Its author is"
      label="Its author"
      words={known?.name ?? (chosen && 'someone who works here')}
      disabled={disabled}
      added={added}
    >
      <Chosen
        id="test-author"
        label="Author"
        value={known ? chosen : ''}
        none="Nobody yet"
        options={people.map(({ id, name }) => [id, name] as const)}
        onChange={(id) => onChange({ author: id ? [id] : [] })}
      />
    </Sentence>
  );
}

/** In which state it is: visitors only ever see what is published. */
function StateLine({ test, disabled, added, onChange }: LineProps): ReactElement {
  const chosen = states.find((state) => state === first(test.state)) ?? 'published';
  return (
    <Sentence subject="It is" label="Its state" words={stateLabels[chosen]} disabled={disabled} added={added}>
      <Chosen
        id="test-state"
        label="State"
        value={chosen}
        options={states.map((state) => [state, stateLabels[state]] as const)}
        onChange={(state) => onChange({ state: [state] })}
      />
    </Sentence>
  );
}

/** What it links to, through whichever of its entry links. */
function LinksLine({ type, test, disabled, added, onChange }: LineProps): ReactElement {
  const places = linkPlaces(useModel(), type);
  const { linksTo } = test;
  const here = isJsonObject(linksTo) ? String(linksTo.here) : linksTo === 'here' ? 'here' : '';
  const named = listed(linksTo);
  const { entries } = useKnown(named);
  const name = (id: string) => entries.get(id)?.title ?? '…';
  const words =
    here === '' ? either(named.map(name)) : (places.find(([key]) => key === here)?.[1] ?? 'what is there');
  return (
    <Sentence subject="It links to" label="What it links to" words={words} disabled={disabled} added={added}>
      <Chosen
        id="test-links"
        label="It links to"
        value={here}
        none="an entry chosen here"
        options={places}
        onChange={(key) => onChange({ linksTo: key === '' ? [] : key === 'here' ? 'here' : { here: key } })}
      />
      {here === '' && (
        <>
          <ChosenList
            label="Entries it links to"
            items={named.map((id) => ({ id, label: name(id) }))}
            onChange={(ids) => onChange({ linksTo: ids })}
          />
          <EntryFinder
            id="test-links-entry"
            label="An entry it links to"
            types={[]}
            taken={named}
            onChoose={(id) => onChange({ linksTo: [...named, id] })}
          />
        </>
      )}
    </Sentence>
  );
}

const lines = {
  under: UnderLine,
  site: SiteLine,
  language: LanguageLine,
  author: AuthorLine,
  state: StateLine,
  linksTo: LinksLine,
};
type Standing = keyof typeof lines;
const standings: readonly Standing[] = ['under', 'site', 'language', 'author', 'state', 'linksTo'];

/** What can be asked besides fields, in the words of a menu, each with what it begins with. */
export const metadataOffers = (
  model: CompiledModel,
  type: Fielded,
): readonly { label: string; begun: JsonObject }[] => {
  const [[place] = []] = linkPlaces(model, type);
  return [
    ...(linkFields(type.fields).length === 0
      ? []
      : [
          {
            label: 'What it links to',
            begun: { linksTo: place === undefined ? [] : place === 'here' ? 'here' : { here: place } },
          },
        ]),
    { label: 'Where its page stands', begun: { under: 'here', only: 'children' } },
    { label: 'Its site', begun: { site: 'here' } },
    { label: 'Its language', begun: { language: 'here' } },
    { label: 'Its author', begun: { author: [] } },
    { label: 'Its state', begun: { state: ['published'] } },
  ];
};

/** A condition that asks how something stands, as one that is edited here. */
export function asMetadataTest(condition: Json): { sort: Standing; test: JsonObject } | undefined {
  if (!isJsonObject(condition)) return undefined;
  const sort = standings.find((each) => each in condition);
  return sort && { sort, test: condition };
}

/** One test of how something stands, apart from its fields. */
export function MetadataLine({ sort, ...props }: LineProps & { sort: Standing }): ReactElement {
  const Line = lines[sort];
  return <Line {...props} />;
}
