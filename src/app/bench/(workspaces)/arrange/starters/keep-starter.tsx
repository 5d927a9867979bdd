'use client';
import {
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  OutlinedInput,
  Select,
} from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useMemo, useState, type FormEvent, type ReactElement } from 'react';
import { blocksGiven, findBlock } from '../../../../../core/content/block-edits';
import { MOST_IN_HINT } from '../../../../../core/content/parse-slots';
import {
  leaveToEditor,
  nameOfValue,
  valuesOfStarter,
  type StarterContent,
  type StarterValue,
} from '../../../../../core/content/starters';
import { isJsonObject, type Json, type JsonObject } from '../../../../../core/json';
import type { CompiledModel, CompiledType } from '../../../../../core/model/compile';
import type { PageType } from '../../../../../core/model/document';
import { keyFrom } from '../../../../../core/model/naming';
import { sharedSlot } from '../../../../../core/model/shared-type';
import { ask, Problem, wordsOf } from '../../../../../ui/ask';
import { YesRule } from '../../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../../ui/labelled';
import { useTell } from '../../../../../ui/telling';
import { TextBox } from '../../../../../ui/text-box';
import { Untold } from '../../../../../ui/untold';
import styles from './starters.module.css';
import { StarterWords } from './starter-words';
import { useStarters } from './use-starters';

/** The first words of a value, where it has any to be told by. */
const beginningOf = (value: Json | undefined): string =>
  typeof value === 'string' || typeof value === 'number' ? String(value).slice(0, 60) : '';

function saidIn(content: StarterContent, { block, field }: StarterValue): Json | undefined {
  const said = block === undefined ? content : findBlock(content.slots, block)?.block;
  const values = said && isJsonObject(said.values) ? said.values : {};
  return field ? values[field.key] : undefined;
}

/** One value: carried along, or left to the editor with what to write there. */
function ValueRow({
  value,
  words,
  hint,
  onCarry,
  onHint,
}: {
  value: StarterValue;
  words: string;
  /** What an editor is told; undefined where it is carried along. */
  hint: string | undefined;
  onCarry: (carried: boolean) => void;
  onHint: (hint: string) => void;
}): ReactElement {
  const label = value.field?.label ?? 'The listing it shows';
  return (
    <li className={styles.value}>
      <label>
        <Checkbox
          size="small"
          checked={hint === undefined}
          disabled={!value.isSaid}
          onChange={({ target }) => onCarry(target.checked)}
        />
        <span>
          {label}
          <small>{value.isSaid ? words : 'empty'}</small>
        </span>
      </label>
      {hint !== undefined && value.field && (
        <OutlinedInput
          size="small"
          fullWidth
          value={hint}
          placeholder="What to write there, if it needs saying"
          onChange={({ target }) => onHint(target.value)}
          slotProps={{ input: { 'aria-label': `What to write in ${label}`, maxLength: MOST_IN_HINT } }}
        />
      )}
    </li>
  );
}

/** Every value of what is kept, block by block. */
function Values({
  values,
  content,
  left,
  onLeft,
}: {
  values: readonly StarterValue[];
  content: StarterContent;
  left: ReadonlyMap<string, string>;
  onLeft: (left: ReadonlyMap<string, string>) => void;
}): ReactElement {
  const groups = useMemo(
    () =>
      [...new Set(values.map(({ block = '' }) => block))].map((block) => ({
        block,
        own: values.filter((value) => (value.block ?? '') === block),
      })),
    [values],
  );
  const put = (name: string, hint: string | undefined) => {
    const next = new Map(left);
    if (hint === undefined) next.delete(name);
    else next.set(name, hint);
    onLeft(next);
  };
  return (
    <div className={styles.values}>
      {groups.map(({ block, own }) => {
        const carried = own.filter((value) => !left.has(nameOfValue(value))).length;
        return (
          <details key={block} open={groups.length === 1}>
            <summary>
              {own[0]?.of} <small>{`${carried} of ${own.length} carried along`}</small>
            </summary>
            <ul>
              {own.map((value) => {
                const name = nameOfValue(value);
                return (
                  <ValueRow
                    key={name}
                    value={value}
                    words={beginningOf(saidIn(content, value))}
                    hint={left.get(name)}
                    onCarry={(isCarried) => put(name, isCarried ? undefined : '')}
                    onHint={(hint) => put(name, hint)}
                  />
                );
              })}
            </ul>
          </details>
        );
      })}
    </div>
  );
}

/** What is left at first: what is empty, with what was told of it before. */
const leftAtFirst = (values: readonly StarterValue[]): ReadonlyMap<string, string> =>
  new Map(values.filter(({ isSaid }) => !isSaid).map((value) => [nameOfValue(value), value.hint ?? '']));

/** What is carried along or left as one. */
const sorts: readonly { sort: StarterValue['sort']; label: string }[] = [
  { sort: 'words', label: 'With its words' },
  { sort: 'shown', label: 'With what it shows from elsewhere: pictures, links, entries, listings' },
];

/** Asks what of some blocks, or of a whole page, is carried along in a starter, and keeps it. */
export function KeepStarter({
  model,
  type,
  layout,
  content,
  first,
  onClose,
}: {
  model: CompiledModel;
  /** The type of the page, where a whole page is kept; else blocks are, in their one slot. */
  type?: CompiledType<PageType>;
  layout?: string | undefined;
  content: StarterContent;
  /** A name to begin with. */
  first: string;
  onClose: () => void;
}): ReactElement {
  const id = useId();
  const client = useQueryClient();
  const tell = useTell();
  const all = useStarters();
  const others = all.filter((each) => (type ? each.type === type.definition.key : !each.isPage));
  const values = useMemo(
    () => valuesOfStarter(model, type && { label: type.definition.label, fields: type.fields }, content),
    [content, model, type],
  );
  const [left, setLeft] = useState(() => leftAtFirst(values));
  const [name, setName] = useState(first);
  const [about, setAbout] = useState('');
  const [key, setKey] = useState<string>();
  const [instead, setInstead] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  const replaced = others.find((each) => each.id === instead);
  const blocks = blocksGiven(content.slots[sharedSlot.key]);
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const carries = (sort: StarterValue['sort']) =>
    values.some((value) => value.sort === sort && value.isSaid && !left.has(nameOfValue(value)));
  const carry = (sort: StarterValue['sort'], isCarried: boolean) => {
    const next = new Map(left);
    for (const value of values) {
      if (value.sort !== sort || !value.isSaid) continue;
      if (isCarried) next.delete(nameOfValue(value));
      else next.set(nameOfValue(value), next.get(nameOfValue(value)) ?? '');
    }
    setLeft(next);
  };
  const replace = (chosen: string) => {
    const row = others.find((each) => each.id === chosen);
    setInstead(chosen);
    setName(row?.name ?? first);
    setAbout(row?.about ?? '');
  };
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(undefined);
    const { slots, ...said } = leaveToEditor(content, left);
    const holds: JsonObject = type
      ? { ...said, slots, type: type.definition.key, ...(layout === undefined ? {} : { layout }) }
      : { blocks: blocksGiven(slots[sharedSlot.key]) };
    const described = { name: name.trim(), about: about.trim() };
    try {
      if (replaced) {
        const { id: path, revision } = replaced;
        await ask('changeStarter', { path: { id: path }, revision, body: { ...described, ...holds } });
      } else
        await ask('addStarter', { body: { ...described, ...holds, ...(key === undefined ? {} : { key }) } });
      await client.invalidateQueries({ queryKey: ['starters'] });
      void client.invalidateQueries({ queryKey: ['starterPreview'] });
      tell(type ? 'New pages may begin with it.' : 'It stands on the shelf now.');
      onClose();
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby={id}>
      <form onSubmit={(event) => void keep(event)} noValidate>
        <DialogTitle id={id}>
          {type
            ? 'Keep this page as a starter'
            : blocks.length === 1
              ? 'Keep this block as a starter'
              : `Keep these ${blocks.length} blocks as a starter`}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: '14px' }}>
          <p style={{ margin: 0 }}>
            What begins with it is a copy of its own, with what is ticked here. The rest is left to the
            editor.
          </p>
          {others.length > 0 && (
            <Labelled id={`${id}-instead`} label="In place of">
              <Select
                displayEmpty
                fullWidth
                size="small"
                value={instead}
                onChange={({ target }) => replace(target.value)}
                labelId={`${id}-instead-label`}
                SelectDisplayProps={{ id: `${id}-instead` }}
              >
                <MenuItem value="">None, it is a new one</MenuItem>
                {others.map((each) => (
                  <MenuItem key={each.id} value={each.id}>
                    {each.name}
                  </MenuItem>
                ))}
              </Select>
            </Labelled>
          )}
          <StarterWords id={id} name={name} about={about} faultsAt={at} onName={setName} onAbout={setAbout} />
          {type && !replaced && (
            <TextBox
              id={`${id}-key`}
              label="Key"
              help="By it a page type may begin with it. It stays for good."
              value={
                key ??
                (name.trim()
                  ? keyFrom(
                      name,
                      all.map((each) => each.key),
                    )
                  : '')
              }
              onChange={setKey}
              faults={at('/key')}
              slotProps={{ input: { maxLength: 60 } }}
            />
          )}
          <div>
            {sorts
              .filter(({ sort }) => values.some((value) => value.sort === sort && value.isSaid))
              .map(({ sort, label }) => (
                <YesRule
                  key={sort}
                  label={label}
                  value={carries(sort)}
                  onChange={(yes) => carry(sort, yes)}
                />
              ))}
          </div>
          <Values values={values} content={content} left={left} onLeft={setLeft} />
          <Untold problem={problem} told={['/name', '/key', '/about']} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy || !name.trim()}>
            {replaced ? 'Keep it in its place' : 'Keep it'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
