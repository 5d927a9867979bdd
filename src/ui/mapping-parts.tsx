'use client';
import {
  Button,
  Divider,
  IconButton,
  ListSubheader,
  Menu,
  MenuItem,
  OutlinedInput,
  Popover,
} from '@mui/material';
import { Plus } from 'lucide-react';
import { Fragment, useState, type ReactElement } from 'react';
import type { Json, JsonObject } from '../core/json';
import { isJsonObject } from '../core/json';
import {
  dateFormats,
  linkedLooks,
  mappingBounds,
  partKeys,
  parts,
  type PartKey,
} from '../core/mapping/parts';
import { Chip } from './chip';
import { DatePattern } from './date-pattern-sheet';
import { Share, ShareAwaited } from './marks';
import type { fieldsFeedingPart } from '../core/mapping/field-usage';
import { shorten } from '../core/mapping/shorten';
import {
  beginStep,
  chainsOf,
  dateFormatWords,
  endOf,
  feedersOf,
  feedersThrough,
  isLong,
  linkedLookWords,
  stepInWords,
  takesInWords,
  withChains,
  withFormat,
  wordedParts,
  type FieldNames,
} from './mapping-edit';
import styles from './mapping-parts.module.css';
import { kindFor } from '../core/model/kinds';

const lengths = [80, 140, 180, 280];
const ratios = [1, 1.333, 1.5, 1.778];

interface Cover {
  total: number;
  parts: readonly { part: string; filled: number; chains: number[][] }[];
}

/** One step of a chain as a tag; its menu formats it, moves it, takes it out. */
function StepTag({
  part,
  chain,
  at,
  names,
  disabled,
  feeds,
  fed,
  onChain,
}: {
  part: PartKey;
  chain: Json[];
  at: number;
  names: FieldNames;
  disabled: boolean;
  feeds: number | undefined;
  fed: boolean;
  onChain: (chain: Json[]) => void;
}): ReactElement {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [patterning, setPatterning] = useState<HTMLElement | null>(null);
  const step = chain[at] ?? null;
  const field =
    isJsonObject(step) && typeof step.field === 'string' ? endOf(step.field, names)?.field : undefined;
  const words = stepInWords(step, names);
  const put = (next: Json[]) => {
    setAnchor(null);
    onChain(next);
  };
  const format = (change: Parameters<typeof withFormat>[1]) =>
    put(chain.map((each, i) => (i === at ? withFormat(each, change) : each)));
  const kind = field && kindFor(field);
  const offers: { label: string; act: () => void }[] = [
    ...(kind && isLong(kind)
      ? [
          ...lengths.map((to) => ({
            label: `Shorten to ${to} characters`,
            act: () => format({ shorten: to }),
          })),
          { label: 'Do not shorten', act: () => format({ shorten: undefined }) },
        ]
      : []),
    ...(kind?.measures === 'time'
      ? [
          ...dateFormats
            .filter((each) => each !== 'time' || kind.hasClock)
            .map((date) => ({
              label: `Show ${dateFormatWords[date] ?? date}`,
              act: () => format({ date, pattern: undefined }),
            })),
          { label: 'By a pattern…', act: () => setPatterning(anchor) },
        ]
      : []),
    ...(kind?.leadsTo && part === 'further'
      ? linkedLooks.map((as) => ({
          label: linkedLookWords[as],
          act: () => format({ as: as === 'card' ? undefined : as }),
        }))
      : []),
    ...(kind?.shows === 'media'
      ? [
          ...ratios.map((ratio) => ({ label: `Crop to ${ratio} to 1`, act: () => format({ ratio }) })),
          { label: 'Do not crop', act: () => format({ ratio: undefined }) },
        ]
      : []),
    ...(kind?.several || kind?.holds === 'items'
      ? [
          ...[1, 3, 6].map((first) => ({ label: `Only the first ${first}`, act: () => format({ first }) })),
          { label: 'Show all', act: () => format({ first: undefined }) },
        ]
      : []),
  ];
  return (
    <>
      <Chip
        words={words}
        opens="menu"
        disabled={disabled}
        {...(fed ? { marked: 'feeds this one' } : {})}
        {...(feeds === undefined ? {} : { title: `feeds ${feeds}` })}
        onOpen={setAnchor}
      />
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {offers.map(({ label, act }) => (
          <MenuItem key={label} onClick={act}>
            {label}
          </MenuItem>
        ))}
        {offers.length > 0 && <Divider />}
        {at > 0 && (
          <MenuItem
            onClick={() =>
              put([...chain.slice(0, at - 1), step, chain[at - 1] ?? null, ...chain.slice(at + 1)])
            }
          >
            Try it earlier
          </MenuItem>
        )}
        <MenuItem onClick={() => put(chain.filter((_, i) => i !== at))}>Take out {words}</MenuItem>
      </Menu>
      {patterning && (
        <DatePattern
          anchor={patterning}
          step={step}
          onClose={() => setPatterning(null)}
          onPattern={(pattern) => {
            setPatterning(null);
            format({ pattern, date: undefined });
          }}
        />
      )}
    </>
  );
}

/** Offers the fields that can feed a part: instead, where what stands there is empty, or beside it. */
function AddStep({
  anchor,
  part,
  names,
  chains,
  onClose,
  onChains,
}: {
  anchor: HTMLElement;
  part: PartKey;
  names: FieldNames;
  chains: Json[][];
  onClose: () => void;
  onChains: (chains: Json[][]) => void;
}): ReactElement {
  const last = chains.at(-1);
  const feeders = [
    ...feedersOf(names.fields, part).map((field) => ({
      name: names.nameOf(field),
      label: field.label,
      field,
    })),
    ...feedersThrough(names, part),
  ];
  const [words, setWords] = useState('');
  const [saying, setSaying] = useState<(step: JsonObject) => Json[][]>();
  const unfit = names.fields.filter(({ kind }) => !parts[part].takes.includes(kind));
  const offer = (heading: string, make: (step: JsonObject) => Json[][]) => [
    <ListSubheader key={heading} disableSticky sx={{ lineHeight: '28px', bgcolor: 'transparent' }}>
      {heading}
    </ListSubheader>,
    ...feeders.map(({ name, label, field }) => (
      <MenuItem
        key={`${heading} ${name}`}
        onClick={() => {
          onChains(make(beginStep(field, part, names, name)));
          onClose();
        }}
      >
        {label}
      </MenuItem>
    )),
    ...(wordedParts.includes(part)
      ? [
          <MenuItem key={`${heading} words`} onClick={() => setSaying(() => make)}>
            Fixed words…
          </MenuItem>,
        ]
      : []),
  ];
  if (saying) {
    const fixed = words.trim();
    return (
      <Popover
        anchorEl={anchor}
        open
        onClose={onClose}
        slotProps={{ paper: { role: 'dialog', 'aria-label': `Fixed words for ${parts[part].label}` } }}
      >
        <form
          className={styles.words}
          onSubmit={(event) => {
            event.preventDefault();
            if (fixed) {
              onChains(saying({ words: fixed }));
              onClose();
            }
          }}
        >
          <OutlinedInput
            autoFocus
            value={words}
            placeholder="Always says"
            onChange={({ target }) => setWords(target.value)}
            slotProps={{ input: { 'aria-label': 'The words', maxLength: mappingBounds.words } }}
          />
          <Button type="submit" disabled={!fixed}>
            Say this
          </Button>
        </form>
      </Popover>
    );
  }
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      {last &&
        last.length < mappingBounds.steps &&
        offer(`Where ${stepInWords(last.at(-1) ?? null, names)} is empty`, (step) => [
          ...chains.slice(0, -1),
          [...last, step],
        ])}
      {chains.length < parts[part].chains &&
        offer(last ? 'Beside it' : 'Fill it with', (step) => [...chains, [step]])}
      {unfit.length > 0 && (
        <ListSubheader
          disableSticky
          sx={{ lineHeight: '18px', py: '8px', maxWidth: 320, whiteSpace: 'normal', bgcolor: 'transparent' }}
        >
          {parts[part].label} takes {takesInWords(part)}, so these cannot feed it:{' '}
          {unfit.map(({ label }) => label).join(', ')}.
        </ListSubheader>
      )}
    </Menu>
  );
}

interface Props {
  names: FieldNames;
  mapping: Json | undefined;
  cover?: Cover | undefined;
  /** Which steps fed the one that is looked at, with what they say. */
  fed?: ReturnType<typeof fieldsFeedingPart> | undefined;
  /** How the coverage of a part is told; without, as a bar. */
  share?: (part: PartKey, filled: number, of: number) => ReactElement;
  disabled: boolean;
  onChange: (mapping: JsonObject) => void;
}

/**
 * Which field feeds which part of a face, each part with its chains of steps. Kinds that cannot feed a part
 * are not offered, and it is told which.
 */
export function MappingParts({ names, mapping, cover, fed, share, disabled, onChange }: Props): ReactElement {
  const [adding, setAdding] = useState<{ anchor: HTMLElement; part: PartKey }>();
  const idle = partKeys.filter(
    (part) =>
      feedersOf(names.fields, part).length === 0 &&
      feedersThrough(names, part).length === 0 &&
      chainsOf(mapping, part).length === 0,
  );
  const mayAdd = (part: PartKey) =>
    feedersOf(names.fields, part).length > 0 ||
    wordedParts.includes(part) ||
    feedersThrough(names, part).length > 0;
  const unfed = partKeys.filter((part) => chainsOf(mapping, part).length === 0 && !idle.includes(part));
  const put = (part: PartKey, chains: Json[][]) => onChange(withChains(mapping, part, chains));
  return (
    <>
      {partKeys.map((part) => {
        const chains = chainsOf(mapping, part);
        const covered = cover?.parts.find((each) => each.part === part);
        if (chains.length === 0) return null;
        return (
          <div className={styles.part} key={part}>
            <b>{parts[part].label}</b>
            <div className={styles.chains}>
              {chains.map((chain, c) => (
                <Fragment key={c}>
                  {c > 0 && <span className={styles.else}>and</span>}
                  {chain.map((_, s) => (
                    <Fragment key={s}>
                      {s > 0 && <span className={styles.else}>else</span>}
                      <StepTag
                        part={part}
                        chain={chain}
                        at={s}
                        names={names}
                        disabled={disabled}
                        feeds={covered?.chains[c]?.[s]}
                        fed={fed?.[part]?.some((each) => each.chain === c && each.step === s) ?? false}
                        onChain={(next) =>
                          put(
                            part,
                            chains.map((each, i) => (i === c ? next : each)),
                          )
                        }
                      />
                    </Fragment>
                  ))}
                </Fragment>
              ))}
              {!disabled && mayAdd(part) && (
                <IconButton
                  sx={{ p: '2px' }}
                  aria-haspopup="menu"
                  aria-label={`${parts[part].label}: add a field`}
                  onClick={(event) => setAdding({ anchor: event.currentTarget, part })}
                >
                  <Plus size={14} />
                </IconButton>
              )}
              {fed && (
                <span className={styles.says}>
                  {fed[part]
                    ? `“${fed[part].map(({ words }) => shorten(words, 60)).join('”, “')}”`
                    : 'shows nothing here'}
                </span>
              )}
            </div>
            {cover ? (
              (share?.(part, covered?.filled ?? 0, cover.total) ?? (
                <Share narrow part={covered?.filled ?? 0} of={cover.total} />
              ))
            ) : (
              <span>{share && <ShareAwaited />}</span>
            )}
          </div>
        );
      })}
      {unfed.length > 0 && (
        <div className={styles.unfed}>
          <span>Not shown:</span>
          {unfed.map((part) =>
            disabled || !mayAdd(part) ? (
              <span key={part}>{parts[part].label}</span>
            ) : (
              <button
                key={part}
                type="button"
                aria-haspopup="menu"
                aria-label={`${parts[part].label}: add a field`}
                onClick={(event) => setAdding({ anchor: event.currentTarget, part })}
              >
                {part === 'heading' ? `${parts[part].label}, needed` : parts[part].label}
                <Plus size={12} aria-hidden />
              </button>
            ),
          )}
        </div>
      )}
      {idle.length > 0 && (
        <details className={styles.idle}>
          <summary>
            No field fits {new Intl.ListFormat('en').format(idle.map((part) => parts[part].label))}
          </summary>
          {idle.map((part) => `${parts[part].label} takes ${takesInWords(part)}`).join('; ')}.
        </details>
      )}
      {adding && (
        <AddStep
          {...adding}
          names={names}
          chains={chainsOf(mapping, adding.part)}
          onClose={() => setAdding(undefined)}
          onChains={(chains) => put(adding.part, chains)}
        />
      )}
    </>
  );
}
