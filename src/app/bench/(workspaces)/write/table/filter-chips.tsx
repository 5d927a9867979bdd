'use client';
import { IconButton } from '@mui/material';
import dayjs from 'dayjs';
import { X } from 'lucide-react';
import type { ReactElement, ReactNode } from 'react';
import { shownAnswers, stateLabels, states } from '../../../../../core/content/states';
import { tableOnly, type TableOnly } from '../../../../../core/content/table-look';
import { mediaKey } from '../../../../../core/model/media-type';
import type { CompiledModel } from '../../../../../core/model/compile';
import type { Json } from '../../../../../core/json';
import type { Fielded } from '../../../../../core/model/compile';
import { CategoryPick } from '../../../../../ui/category-pick-later';
import { trailsOf } from '../../../../../ui/category-trails';
import { ChipSheet } from '../../../../../ui/chip';
import { ConditionRows } from '../../../../../ui/conditions/condition-rows';
import { languageName } from '../../../../../ui/form-languages';
import { DayBox } from '../../../../../ui/day-box';
import { Labelled } from '../../../../../ui/labelled';
import { useModel } from '../../../../../ui/model-in-force';
import { usePerson } from '../../../../../ui/shell/person';
import { useAsk } from '../../../../../ui/use-ask';
import { WordChoice } from '../../../../../ui/word-choice';
import type { FilterKey } from './filters';
import styles from './filter-chips.module.css';
import type { TableAddress } from './use-table-address';

const onlyWords: Record<TableOnly, string> = {
  mine: 'changed by me last',
  given: 'given to me',
  toFix: 'with something to fix',
};
const shownWords = { somewhere: 'somewhere', nowhere: 'nowhere' } as const;

const dayInWords = (day: string): string => dayjs(day).format('D MMM YYYY');
const spanInWords = (from: string, until: string): string =>
  from && until
    ? `from ${dayInWords(from)} to ${dayInWords(until)}`
    : from
      ? `from ${dayInWords(from)}`
      : until
        ? `until ${dayInWords(until)}`
        : '';

/** One filter in words, with a way to take it out. */
function Filter({
  label,
  onOut,
  children,
}: {
  label: string;
  onOut: () => void;
  children: ReactNode;
}): ReactElement {
  return (
    <span className={styles.filter} role="group" aria-label={label}>
      <span>{label}</span>
      {children}
      <IconButton aria-label={`Take out: ${label}`} onClick={onOut}>
        <X size={13} />
      </IconButton>
    </span>
  );
}

/** A first and a last day, each of which may be left open. */
function Days({
  name,
  label,
  address: { asked, put },
}: {
  name: 'changed' | 'published';
  label: string;
  address: TableAddress;
}): ReactElement {
  const [from, until] = [asked.get(`${name}From`) ?? '', asked.get(`${name}Until`) ?? ''];
  const words = spanInWords(from, until);
  const box = (end: 'From' | 'Until', value: string, said: string) => (
    <Labelled id={`${name}${end}`} label={said}>
      <DayBox id={`${name}${end}`} value={value} onChange={(day) => put({ [`${name}${end}`]: day })} />
    </Labelled>
  );
  return (
    <Filter label={label} onOut={() => put({ [`${name}From`]: undefined, [`${name}Until`]: undefined })}>
      <ChipSheet label={`${label}: days`} words={words || 'choose…'} open={!words} disabled={false}>
        <div className={styles.days}>
          {box('From', from, 'From')}
          {box('Until', until, 'Up to')}
        </div>
      </ChipSheet>
    </Filter>
  );
}

/** The types whose content lies in one table, as they are named in the address. */
const typesOf = (model: CompiledModel): (readonly [key: string, label: string])[] => [
  ...model.contentTypes.map(({ definition }) => [definition.key, definition.plural] as const),
  ...model.pageTypes.map(
    ({ definition }) => [`page:${definition.key}`, `Pages: ${definition.plural}`] as const,
  ),
  [mediaKey, 'Media'],
];

function Types({ address: { asked, put } }: { address: TableAddress }): ReactElement {
  const all = typesOf(useModel());
  const chosen = (asked.get('types') ?? '').split(',').filter(Boolean);
  const words = all.filter(([key]) => chosen.includes(key)).map(([, label]) => label);
  return (
    <Filter label="Type" onOut={() => put({ types: undefined })}>
      <ChipSheet
        label="Of which types"
        words={words.length > 3 ? `${words.length} types` : words.join(', ') || 'choose…'}
        open={words.length === 0}
        disabled={false}
      >
        <ul className={styles.types}>
          {all.map(([key, label]) => (
            <li key={key}>
              <label>
                <input
                  type="checkbox"
                  checked={chosen.includes(key)}
                  onChange={({ target }) =>
                    put({
                      types: all
                        .map(([each]) => each)
                        .filter((each) => (each === key ? target.checked : chosen.includes(each)))
                        .join(','),
                    })
                  }
                />
                {label}
              </label>
            </li>
          ))}
        </ul>
      </ChipSheet>
    </Filter>
  );
}

/** A category or a tag of a scheme, with what stands below it or alone. */
function InCategory({ address: { asked, put } }: { address: TableAddress }): ReactElement | null {
  const scheme = useModel().scheme(asked.get('scheme') ?? '');
  const { data } = useAsk(
    'categories',
    { path: { id: scheme?.id ?? '' } },
    { enabled: scheme !== undefined },
  );
  if (!scheme) return null;
  const { label, sort } = scheme.definition;
  const items = data?.items ?? [];
  const trails = trailsOf(items);
  const category = asked.get('category') ?? '';
  const words = trails.get(category) ?? (category === '' ? 'choose…' : data ? 'one that is gone' : '…');
  return (
    <Filter label={label} onOut={() => put({ scheme: undefined, category: undefined, alone: undefined })}>
      <ChipSheet
        label={`${label}: which`}
        words={words}
        open={category === ''}
        startsOpen={category === ''}
        disabled={false}
      >
        <div className={styles.category}>
          <CategoryPick
            id="filter-category"
            offered={items}
            trails={trails}
            value={category}
            onPick={(picked) => put({ category: picked })}
            placeholder="Find by name"
            label={label}
          />
          {sort !== 'tags' && (
            <label>
              <input
                type="checkbox"
                checked={asked.get('alone') !== 'yes'}
                onChange={({ target }) => put({ alone: target.checked ? undefined : 'yes' })}
              />
              With what stands below it
            </label>
          )}
        </div>
      </ChipSheet>
    </Filter>
  );
}

/** One of several words, as a filter. */
function Word<K extends string>({
  label,
  name,
  value,
  options,
  address: { put },
}: {
  label: string;
  name: FilterKey;
  value: K;
  options: readonly (readonly [K, string])[];
  address: TableAddress;
}): ReactElement {
  return (
    <Filter label={label} onOut={() => put({ [name]: undefined })}>
      <WordChoice
        chip
        label={label}
        value={value}
        options={options}
        disabled={false}
        onChange={(next) => put({ [name]: next })}
      />
    </Filter>
  );
}

/**
 * What narrows a table, each in words that change it, and a way to add another: over the fields of its type, or
 * over what several have in common.
 */
export function FilterChips({
  type,
  together,
  conditions,
  address,
}: {
  type: Fielded;
  together: boolean;
  conditions: readonly Json[];
  address: TableAddress;
}): ReactElement {
  const model = useModel();
  const person = usePerson();
  const { asked, put } = address;
  const { others: languages } = model.document.locales;
  const has = (key: FilterKey) => (asked.get(key) ?? '') !== '';
  const author = asked.get('author') ?? '';
  const { data: colleagues } = useAsk('colleagues', {}, { enabled: author !== '' });
  const people = (colleagues?.items ?? []).map(
    ({ id, name }) => [id, id === person.id ? `${name} (you)` : name] as const,
  );
  const week = dayjs().subtract(7, 'day').format('YYYY-MM-DD');
  const offers: { label: string; there: boolean; begins: Partial<Record<FilterKey, string>> }[] = [
    ...(together
      ? [{ label: 'Type', there: has('types'), begins: { types: typesOf(model)[0]?.[0] ?? '' } }]
      : []),
    ...model.document.schemes.map(({ id, label }) => ({
      label,
      there: has('scheme'),
      begins: { scheme: id },
    })),
    { label: 'State', there: has('state'), begins: { state: 'draft' } },
    { label: 'Whose, or to fix', there: has('only'), begins: { only: 'mine' } },
    { label: 'Shown on', there: has('shown'), begins: { shown: 'nowhere' } },
    { label: 'Changed by', there: has('author'), begins: { author: person.id } },
    {
      label: 'Changed',
      there: has('changedFrom') || has('changedUntil'),
      begins: { changedFrom: week },
    },
    {
      label: 'Published',
      there: has('publishedFrom') || has('publishedUntil'),
      begins: { publishedFrom: week },
    },
    ...(languages.length > 0
      ? [
          { label: 'Language missing', there: has('lacks'), begins: { lacks: languages[0] ?? '' } },
          { label: 'Language older', there: has('older'), begins: { older: languages[0] ?? '' } },
        ]
      : []),
  ];
  const others = offers
    .filter(({ there }) => !there)
    .map(({ label, begins }) => ({ label, add: () => put(begins) }));
  const state = states.find((each) => each === asked.get('state'));
  const only = tableOnly.find((each) => each === asked.get('only'));
  const shown = shownAnswers.find((each) => each === asked.get('shown'));
  const lacks = asked.get('lacks') ?? '';
  const older = asked.get('older') ?? '';
  return (
    <div className={styles.filters}>
      {has('types') && together && <Types address={address} />}
      {has('scheme') && <InCategory key={asked.get('scheme')} address={address} />}
      {state && (
        <Word
          label="State"
          name="state"
          value={state}
          options={states.map((each) => [each, stateLabels[each]] as const)}
          address={address}
        />
      )}
      {only && (
        <Word
          label="Only"
          name="only"
          value={only}
          options={tableOnly.map((each) => [each, onlyWords[each]] as const)}
          address={address}
        />
      )}
      {shown && (
        <Word
          label="Shown"
          name="shown"
          value={shown}
          options={shownAnswers.map((each) => [each, shownWords[each]] as const)}
          address={address}
        />
      )}
      {author && people.length > 0 && (
        <Word label="Changed by" name="author" value={author} options={people} address={address} />
      )}
      {(has('changedFrom') || has('changedUntil')) && (
        <Days name="changed" label="Changed" address={address} />
      )}
      {(has('publishedFrom') || has('publishedUntil')) && (
        <Days name="published" label="Published" address={address} />
      )}
      {lacks && (
        <Word
          label="Nothing said in"
          name="lacks"
          value={lacks}
          options={languages.map((each) => [each, languageName(each)] as const)}
          address={address}
        />
      )}
      {older && (
        <Word
          label="Older than its source in"
          name="older"
          value={older}
          options={languages.map((each) => [each, languageName(each)] as const)}
          address={address}
        />
      )}
      <div className={styles.conditions}>
        <ConditionRows
          type={type}
          conditions={conditions}
          disabled={false}
          atPlace={false}
          others={others}
          onChange={(next) => put({ where: next.length > 0 ? JSON.stringify(next) : undefined })}
        />
      </div>
    </div>
  );
}
