'use client';
import { Button, MenuItem, OutlinedInput, Select } from '@mui/material';
import { Link2 } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { isJsonObject, type JsonObject } from '../../core/json';
import { linkTargets, linkTargetWords, type LinkTarget } from '../../core/model/kinds';
import { Labelled } from '../labelled';
import { useAsk } from '../use-ask';
import { PageFinder } from '../page-finder';
import { useEntryNames } from './entry';
import { EntryFinder } from './entry-finder';
import { BlockChoice } from './block-choice';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import { asText } from './line';
import { MediaDrawer } from './dialogs-later';
import { without, YesRule } from './rule-inputs';

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
const typed: Record<'url' | 'email' | 'phone', { label: string; placeholder: string }> = {
  url: { label: 'Address', placeholder: 'https://' },
  email: { label: 'E-mail address', placeholder: 'warden@quillwater.example' },
  phone: { label: 'Telephone number', placeholder: '+44' },
};

function MediumChosen({
  id,
  value,
  onChoose,
}: {
  id: string;
  value: string;
  onChoose: (medium: string) => void;
}): ReactElement {
  const [open, setOpen] = useState(false);
  const { data, isLoading } = useAsk('medium', { path: { id: value } }, { enabled: value !== '' });
  return (
    <>
      <Button id={id} onClick={() => setOpen(true)}>
        {data?.label ?? (isLoading ? '…' : 'Choose or bring in')}
      </Button>
      {open && (
        <MediaDrawer
          accept={[]}
          onClose={() => setOpen(false)}
          onChoose={(medium) => {
            setOpen(false);
            onChoose(medium.id);
          }}
        />
      )}
    </>
  );
}

function EntryChosen({
  id,
  value,
  onChoose,
}: {
  id: string;
  value: string;
  onChoose: (entry: string) => void;
}): ReactElement {
  const names = useEntryNames(value ? [value] : []);
  return value ? (
    <Button id={id} onClick={() => onChoose('')}>
      {names.get(value) ?? '…'}: choose another
    </Button>
  ) : (
    <EntryFinder id={id} types={[]} taken={[]} onChoose={onChoose} />
  );
}

/** The target of a link, of each sort it may be. */
function Target({
  id,
  to,
  link,
  onChange,
  invalid,
}: {
  id: string;
  to: LinkTarget;
  link: JsonObject;
  onChange: (link: JsonObject) => void;
  invalid: boolean;
}): ReactElement {
  const put = (value: string) => onChange({ ...link, to, [to]: value });
  const value = asText(link[to]);
  if (to === 'page')
    return (
      <Labelled id={`${id}-page`} label="Page">
        <PageFinder
          id={`${id}-page`}
          value={value}
          // Another page has other blocks.
          onChoose={(page) => onChange({ ...without({ ...link, block: undefined }), to, page })}
        />
        <BlockChoice
          page={value}
          value={asText(link.block)}
          onChoose={(block) =>
            onChange(without({ ...link, block: block === '' ? undefined : block }) as JsonObject)
          }
        />
      </Labelled>
    );
  if (to === 'entry')
    return (
      <Labelled id={`${id}-entry`} label="Entry">
        <EntryChosen id={`${id}-entry`} value={value} onChoose={put} />
      </Labelled>
    );
  if (to === 'media')
    return (
      <Labelled id={`${id}-media`} label="Medium">
        <MediumChosen id={`${id}-media`} value={value} onChoose={put} />
      </Labelled>
    );
  return (
    <Labelled id={`${id}-to`} label={typed[to].label}>
      <OutlinedInput
        id={`${id}-to`}
        fullWidth
        value={value}
        error={invalid}
        placeholder={typed[to].placeholder}
        onChange={({ target }) => put(target.value)}
      />
    </Labelled>
  );
}

function Input({ id, rules, value, onChange, invalid }: InputProps<'link'>): ReactElement {
  // A link of which only the sort is chosen is no value yet, and no fault: it waits here for where it leads.
  const [begun, setBegun] = useState<JsonObject>();
  const link = begun ?? (isJsonObject(value) ? value : {});
  const to = linkTargets.find((each) => each === link.to);
  // Where it leads already is said, whether or not it may.
  const offered = linkTargets.filter(
    (each) => rules.allow.length === 0 || rules.allow.includes(each) || each === to,
  );
  const put = (next: JsonObject) => {
    const sort = linkTargets.find((each) => each === next.to);
    const isWhole = sort !== undefined && asText(next[sort]) !== '';
    setBegun(isWhole ? undefined : next);
    if (isWhole) onChange(next);
    else if (isJsonObject(value) && value.to === next.to) onChange(null);
  };
  const lead = (next: string) => {
    const target = linkTargets.find((each) => each === next);
    const { words, title, newWindow } = link;
    if (target === undefined) {
      setBegun(undefined);
      onChange(null);
    } else
      setBegun({
        to: target,
        [target]: '',
        ...(words ? { words } : {}),
        ...(title ? { title } : {}),
        ...(newWindow ? { newWindow } : {}),
      });
  };
  return (
    <div className={styles.link}>
      <Select
        fullWidth
        displayEmpty
        value={to ?? ''}
        onChange={({ target }) => lead(target.value)}
        slotProps={{ input: { 'aria-label': 'Leads to' } }}
      >
        <MenuItem value="">Leads nowhere</MenuItem>
        {offered.map((each) => (
          <MenuItem key={each} value={each}>
            {capital(linkTargetWords[each])}
          </MenuItem>
        ))}
      </Select>
      {to && <Target id={id} to={to} link={link} onChange={put} invalid={invalid && begun === undefined} />}
      {to && (
        <div className={styles.pair}>
          <Labelled id={`${id}-words`} label="Words">
            <OutlinedInput
              id={`${id}-words`}
              fullWidth
              value={asText(link.words)}
              onChange={({ target }) => put({ ...link, words: target.value })}
            />
          </Labelled>
          <YesRule
            label="In a new window"
            value={link.newWindow === true}
            onChange={(newWindow) => put({ ...link, newWindow })}
          />
        </div>
      )}
    </div>
  );
}

const Rules = ({ id, rules, onChange }: RulesProps<'link'>): ReactElement => (
  <Labelled id={`${id}-allow`} label="May lead to" group help="None chosen: to anything.">
    <div>
      {linkTargets.map((to) => (
        <YesRule
          key={to}
          label={capital(linkTargetWords[to])}
          value={rules.allow.includes(to)}
          onChange={(may) =>
            onChange({
              allow: linkTargets.filter((each) => (each === to ? may : rules.allow.includes(each))),
            })
          }
        />
      ))}
    </div>
  </Labelled>
);

export const link: KindUi<'link'> = {
  icon: Link2,
  Input,
  Rules,
  width: 'wide',
  note: () => '',
  isGroup: () => true,
};
