'use client';
import { Divider, IconButton, ListSubheader, Menu, MenuItem, Select } from '@mui/material';
import { Plus } from 'lucide-react';
import { Fragment, useState, type ReactElement } from 'react';
import type { ListingFigures } from '../../../../contract/listings';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { arrangements, listingBounds } from '../../../../core/mapping/listing-rule';
import { mappingBounds, partKeys, parts, type PartKey } from '../../../../core/mapping/parts';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Share } from '../../../../ui/marks';
import { TextBox } from '../../../../ui/text-box';
import { beginStep, chainsOf, feedersOf, stepInWords, withChains } from './rule-edit';
import styles from './map.module.css';

const arrangementWords: Record<(typeof arrangements)[number], string> = { cards: 'Cards', rows: 'Rows' };
const lengths = [80, 140, 180, 280];

/** One step of a chain as a tag; its menu shortens it, moves it, takes it out. */
function StepTag({ chain, at, type, disabled, feeds, onChain }: { chain: Json[]; at: number; type: CompiledType; disabled: boolean; feeds: number | undefined; onChain: (chain: Json[]) => void }): ReactElement {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const step = chain[at] ?? null;
  const field = isJsonObject(step) && typeof step.field === 'string' ? type.fieldByKey(step.field) : undefined;
  const words = stepInWords(step, type);
  const put = (next: Json[]) => { setAnchor(null); onChain(next); };
  const shorten = (to: number | undefined) => {
    const { format: _format, ...rest } = isJsonObject(step) ? step : {};
    put(chain.map((each, i) => (i === at ? (to === undefined ? rest : { ...rest, format: { shorten: to } }) as JsonObject : each)));
  };
  return (
    <>
      <button type="button" className={styles.tag} disabled={disabled} aria-haspopup="menu" title={feeds === undefined ? undefined : `feeds ${feeds}`} onClick={(event) => setAnchor(event.currentTarget)}>{words}</button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {field?.kind === 'paragraphs' && lengths.map((to) => <MenuItem key={to} onClick={() => shorten(to)}>Shorten to {to} characters</MenuItem>)}
        {field?.kind === 'paragraphs' && <MenuItem onClick={() => shorten(undefined)}>Do not shorten</MenuItem>}
        {field?.kind === 'paragraphs' && <Divider />}
        {at > 0 && <MenuItem onClick={() => put([...chain.slice(0, at - 1), step, chain[at - 1] ?? null, ...chain.slice(at + 1)])}>Try it earlier</MenuItem>}
        <MenuItem onClick={() => put(chain.filter((_, i) => i !== at))}>Take out {words}</MenuItem>
      </Menu>
    </>
  );
}

/** Offers the fields that can feed a part: instead, where what stands there is empty, or beside it. */
function AddStep({ anchor, part, type, chains, onClose, onChains }: { anchor: HTMLElement; part: PartKey; type: CompiledType; chains: Json[][]; onClose: () => void; onChains: (chains: Json[][]) => void }): ReactElement {
  const last = chains.at(-1);
  const feeders = feedersOf(type, part);
  const offer = (heading: string, make: (step: JsonObject) => Json[][]) => [
    <ListSubheader key={heading} disableSticky sx={{ lineHeight: '28px', bgcolor: 'transparent' }}>{heading}</ListSubheader>,
    ...feeders.map((field) => <MenuItem key={`${heading} ${field.id}`} onClick={() => { onChains(make(beginStep(field, part))); onClose(); }}>{field.label}</MenuItem>),
  ];
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      {last && last.length < mappingBounds.steps && offer(`Where ${stepInWords(last.at(-1) ?? null, type)} is empty`, (step) => [...chains.slice(0, -1), [...last, step]])}
      {chains.length < parts[part].chains && offer(last ? 'Beside it' : 'Fill it with', (step) => [...chains, [step]])}
    </Menu>
  );
}

interface Props {
  type: CompiledType<ContentType>;
  rule: JsonObject;
  figures: ListingFigures | undefined;
  disabled: boolean;
  onChange: (key: 'heading' | 'arrangement' | 'mapping', value: Json) => void;
}

/** Third step: in which arrangement, and which field feeds which part, with how many entries fill it. */
export function ShownHow({ type, rule, figures, disabled, onChange }: Props): ReactElement {
  const [adding, setAdding] = useState<{ anchor: HTMLElement; part: PartKey }>();
  const put = (part: PartKey, chains: Json[][]) => onChange('mapping', withChains(rule.mapping, part, chains));
  return (
    <Frame label="Shown how">
      <div className={styles.step}>
        <header>
          <span>3</span><h2>Shown how</h2>
          <Select disabled={disabled} value={String(rule.arrangement)} onChange={({ target }) => onChange('arrangement', target.value)} slotProps={{ input: { 'aria-label': 'Arrangement' } }}>{arrangements.map((each) => <MenuItem key={each} value={each}>{arrangementWords[each]}</MenuItem>)}</Select>
        </header>
        {partKeys.map((part) => {
          const chains = chainsOf(rule.mapping, part);
          const covered = figures?.parts.find((each) => each.part === part);
          const feeders = feedersOf(type, part);
          if (feeders.length === 0 && chains.length === 0) return null;
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
                        <StepTag chain={chain} at={s} type={type} disabled={disabled} feeds={covered?.chains[c]?.[s]} onChain={(next) => put(part, chains.map((each, i) => (i === c ? next : each)))} />
                      </Fragment>
                    ))}
                  </Fragment>
                ))}
                {chains.length === 0 && <span className={look.faint}>nothing</span>}
                {!disabled && feeders.length > 0 && <IconButton sx={{ p: '2px' }} aria-haspopup="menu" aria-label={`${parts[part].label}: add a field`} onClick={(event) => setAdding({ anchor: event.currentTarget, part })}><Plus size={14} /></IconButton>}
              </div>
              {figures && chains.length > 0 ? <Share narrow part={covered?.filled ?? 0} of={figures.total} /> : <span />}
            </div>
          );
        })}
        {adding && <AddStep {...adding} type={type} chains={chainsOf(rule.mapping, adding.part)} onClose={() => setAdding(undefined)} onChains={(chains) => put(adding.part, chains)} />}
        <fieldset disabled={disabled} style={{ border: 0, margin: 0, padding: '8px 0 0' }}>
          <TextBox id="heading" label="Heading over the list" value={typeof rule.heading === 'string' ? rule.heading : ''} onChange={(heading) => onChange('heading', heading)} slotProps={{ input: { maxLength: listingBounds.heading } }} />
        </fieldset>
      </div>
    </Frame>
  );
}
