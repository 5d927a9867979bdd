'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import { stateLabels, states } from '../../../../core/content/states';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { languageName } from '../../../../ui/form-languages';
import { PageFinder } from '../../../../ui/kinds/link';
import { useModel } from '../../../../ui/model-in-force';
import { useMay } from '../../../../ui/shell/person';
import { useAsk } from '../../../../ui/use-ask';
import styles from './map.module.css';

const quiet = { fontSize: 13, color: 'var(--pencil)' } as const;
const first = (value: Json | undefined): string =>
  Array.isArray(value) && typeof value[0] === 'string' ? value[0] : typeof value === 'string' ? value : '';

interface LineProps {
  test: JsonObject;
  disabled: boolean;
  onChange: (test: JsonObject) => void;
}

/** Below which page its own stands: the page on which the listing stands, or one that is named. */
function UnderLine({ test, disabled, onChange }: LineProps): ReactElement {
  const here = test.under === 'here';
  const only: JsonObject = test.only === 'children' ? { only: 'children' } : {};
  return (
    <>
      <b>Its page</b>
      <Select
        variant="standard"
        disableUnderline
        disabled={disabled}
        value={test.only === 'children' ? 'children' : 'all'}
        sx={quiet}
        onChange={({ target }) =>
          onChange({
            under: test.under ?? 'here',
            ...(target.value === 'children' ? { only: 'children' } : {}),
          })
        }
        slotProps={{ input: { 'aria-label': 'How far below' } }}
      >
        <MenuItem value="all">stands below</MenuItem>
        <MenuItem value="children">stands right below</MenuItem>
      </Select>
      <div className={styles.value}>
        <Select
          size="small"
          disabled={disabled}
          value={here ? 'here' : 'named'}
          onChange={({ target }) => onChange({ under: target.value === 'here' ? 'here' : [], ...only })}
          slotProps={{ input: { 'aria-label': 'Below which page' } }}
        >
          <MenuItem value="here">the page on which this list stands</MenuItem>
          <MenuItem value="named">a page chosen here</MenuItem>
        </Select>
        {!here && (
          <PageFinder
            id="test-under"
            label="The page below which it stands"
            value={first(test.under)}
            onChoose={(page) => onChange({ under: page ? [page] : [], ...only })}
          />
        )}
      </div>
    </>
  );
}

/** In which site its own page stands. */
function SiteLine({ test, disabled, onChange }: LineProps): ReactElement {
  const { data } = useAsk('sites');
  const sites = data?.items ?? [];
  const chosen = Array.isArray(test.site)
    ? test.site.filter((id): id is string => typeof id === 'string')
    : ['here'];
  return (
    <>
      <b>Its page stands in</b>
      <Select
        multiple
        size="small"
        displayEmpty
        disabled={disabled}
        value={chosen}
        slotProps={{ input: { 'aria-label': 'Sites' } }}
        renderValue={(ids) =>
          ids.length === 0
            ? 'Choose sites'
            : ids
                .map((id) =>
                  id === 'here'
                    ? 'the site of the page'
                    : (sites.find((site) => site.id === id)?.label ?? 'a site'),
                )
                .join(' or ')
        }
        onChange={({ target }) => {
          const next = typeof target.value === 'string' ? [target.value] : target.value;
          // The site of the page is one answer, named sites another.
          onChange({
            site:
              next.includes('here') && !chosen.includes('here') ? 'here' : next.filter((id) => id !== 'here'),
          });
        }}
      >
        <MenuItem value="here">the site of the page</MenuItem>
        {sites.map(({ id, label }) => (
          <MenuItem key={id} value={id}>
            {label}
          </MenuItem>
        ))}
      </Select>
    </>
  );
}

/** In which language something of it is said. */
function LanguageLine({ test, disabled, onChange }: LineProps): ReactElement {
  const { main, others } = useModel().document.locales;
  return (
    <>
      <b>It is said in</b>
      <Select
        size="small"
        disabled={disabled}
        value={test.language === 'here' ? 'here' : first(test.language)}
        onChange={({ target }) => onChange({ language: target.value === 'here' ? 'here' : [target.value] })}
        slotProps={{ input: { 'aria-label': 'Language' } }}
      >
        <MenuItem value="here">the language of the page</MenuItem>
        {[main, ...others].map((locale) => (
          <MenuItem key={locale} value={locale}>
            {languageName(locale)}
          </MenuItem>
        ))}
      </Select>
    </>
  );
}

/** Who let visitors see it. */
function AuthorLine({ test, disabled, onChange }: LineProps): ReactElement {
  const { data } = useAsk('people', {}, { enabled: useMay('keep people') });
  const people = data?.items ?? [];
  const chosen = first(test.author);
  return (
    <>
      <b>Its author is</b>
      <Select
        size="small"
        displayEmpty
        disabled={disabled}
        value={people.some(({ id }) => id === chosen) ? chosen : ''}
        onChange={({ target }) => onChange({ author: [target.value] })}
        slotProps={{ input: { 'aria-label': 'Author' } }}
      >
        <MenuItem value="" disabled>
          {chosen ? 'Someone who works here' : 'Choose a person'}
        </MenuItem>
        {people.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </Select>
    </>
  );
}

/** In which state it is: visitors only ever see what is published. */
function StateLine({ test, disabled, onChange }: LineProps): ReactElement {
  return (
    <>
      <b>It is</b>
      <Select
        size="small"
        disabled={disabled}
        value={first(test.state)}
        onChange={({ target }) => onChange({ state: [target.value] })}
        slotProps={{ input: { 'aria-label': 'State' } }}
      >
        {states.map((state) => (
          <MenuItem key={state} value={state}>
            {stateLabels[state]}
          </MenuItem>
        ))}
      </Select>
    </>
  );
}

const lines = {
  under: UnderLine,
  site: SiteLine,
  language: LanguageLine,
  author: AuthorLine,
  state: StateLine,
};
type Standing = keyof typeof lines;
const standings: readonly Standing[] = ['under', 'site', 'language', 'author', 'state'];

/** What can be asked besides fields, in the words of a menu, each with what it begins with. */
export const metadataOffers: readonly { label: string; begun: JsonObject }[] = [
  { label: 'Where its page stands', begun: { under: 'here', only: 'children' } },
  { label: 'Its site', begun: { site: 'here' } },
  { label: 'Its language', begun: { language: 'here' } },
  { label: 'Its author', begun: { author: [] } },
  { label: 'Its state', begun: { state: ['published'] } },
];

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
