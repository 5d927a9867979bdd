'use client';
import { Button, IconButton, OutlinedInput } from '@mui/material';
import { Image, X } from 'lucide-react';
import { useState, type MouseEvent, type ReactElement } from 'react';
import type { MediaAnswer } from '../../contract/media';
import { asItCame, parseEdit, sizeSeen } from '../../core/content/picture-edit';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import { mediaSorts } from '../../core/model/kinds';
import { Labelled } from '../labelled';
import { useAsk } from '../use-ask';
import { EditPicture, MediaDrawer } from './dialogs-later';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import { asText } from './line';
import { pictureIn, Thumb } from './thumb';
import { NumberRule, without, YesRule } from './rule-inputs';
import { severalNote, SeveralRulesInputs } from './several-rules';
import { moved } from '../moved';
import { MoveButtons } from './sorted-items';

const usesIn = (value: unknown): JsonObject[] =>
  (Array.isArray(value) ? value : [value]).filter(isJsonObject);
const sortWords = { picture: 'Pictures', document: 'Documents', sound: 'Sounds', film: 'Films' } as const;

/** How large (px) a picture is as it is seen, so that it has its place before it comes. */
function sizeOf(
  { width, height, values }: MediaAnswer,
  edit: Json | undefined = values.edit,
): { width: number; height: number } | undefined {
  if (!width || !height) return undefined;
  return sizeSeen((typeof edit === 'string' && parseEdit(edit)) || asItCame, width, height);
}

/** One medium where it is used: what it shows in words here, its caption, and the point that stays in view. */
function Use({
  id,
  use,
  onChange,
  end,
}: {
  id: string;
  use: JsonObject;
  onChange: (use: JsonObject) => void;
  end: ReactElement;
}): ReactElement {
  const { data: medium } = useAsk('medium', { path: { id: asText(use.media) } });
  const [editing, setEditing] = useState(false);
  const set = (part: { [key: string]: Json | undefined }) =>
    onChange(without({ ...use, ...part }) as JsonObject);
  const focus = isJsonObject(use.focus) ? use.focus : undefined;
  const point = ({ currentTarget, clientX, clientY }: MouseEvent) => {
    const box = currentTarget.getBoundingClientRect();
    const share = (at: number, from: number, size: number) =>
      Math.round(Math.max(0, Math.min(1, (at - from) / size)) * 100) / 100;
    set({ focus: { x: share(clientX, box.left, box.width), y: share(clientY, box.top, box.height) } });
  };
  return (
    <li className={styles.use}>
      {medium && (
        <div className={styles.focusing}>
          {medium.sort === 'picture' ? (
            <button
              type="button"
              className={styles.focus}
              aria-label={`Point that stays in view of ${medium.label}: ${focus ? `${Math.round(Number(focus.x) * 100)} % from the left, ${Math.round(Number(focus.y) * 100)} % from the top` : 'the middle'}`}
              onClick={point}
              onKeyDown={(event) => {
                const step = {
                  ArrowLeft: [-0.05, 0],
                  ArrowRight: [0.05, 0],
                  ArrowUp: [0, -0.05],
                  ArrowDown: [0, 0.05],
                }[event.key];
                if (!step) return;
                event.preventDefault();
                const next = (at: number, by: number) =>
                  Math.round(Math.max(0, Math.min(1, at + by)) * 100) / 100;
                set({
                  focus: {
                    x: next(Number(focus?.x ?? 0.5), step[0] ?? 0),
                    y: next(Number(focus?.y ?? 0.5), step[1] ?? 0),
                  },
                });
              }}
            >
              <img src={pictureIn(medium, 320, use.edit)} alt="" {...sizeOf(medium, use.edit)} />
              <i
                style={{
                  left: `${Number(focus?.x ?? 0.5) * 100}%`,
                  top: `${Number(focus?.y ?? 0.5) * 100}%`,
                }}
              />
            </button>
          ) : (
            <Thumb medium={medium} size={120} />
          )}
          <span className={styles.medianame}>
            {medium.label}
            {medium.width ? ` ${medium.width} × ${medium.height}` : ''}
          </span>
          {medium.sort === 'picture' && (
            <Button size="small" onClick={() => setEditing(true)}>
              Turn or cut here…
            </Button>
          )}
          {typeof use.edit === 'string' && (
            <Button size="small" variant="text" onClick={() => set({ edit: undefined })}>
              As it is everywhere
            </Button>
          )}
          {editing && (
            <EditPicture
              medium={medium}
              edit={asText(use.edit ?? medium.values.edit)}
              where="here alone"
              onClose={() => setEditing(false)}
              onTake={(edit) => {
                setEditing(false);
                set({ edit });
              }}
            />
          )}
        </div>
      )}
      <div className={styles.usewords}>
        <Labelled
          id={`${id}-alt`}
          label="What it shows, in words"
          help={medium?.alt && !use.alt ? `Left empty: ${medium.alt}` : undefined}
        >
          <OutlinedInput
            id={`${id}-alt`}
            fullWidth
            value={asText(use.alt)}
            disabled={use.decoration === true}
            onChange={({ target }) => set({ alt: target.value })}
          />
        </Labelled>
        <YesRule
          label="Only decoration here"
          value={use.decoration === true}
          onChange={(on) => set({ decoration: on ? true : undefined })}
        />
        <Labelled
          id={`${id}-caption`}
          label="Caption"
          help={
            medium?.values.caption && !use.caption
              ? `Left empty: ${asText(medium.values.caption)}`
              : undefined
          }
        >
          <OutlinedInput
            id={`${id}-caption`}
            fullWidth
            value={asText(use.caption)}
            onChange={({ target }) => set({ caption: target.value })}
          />
        </Labelled>
        <Labelled
          id={`${id}-credit`}
          label="Credit"
          help={
            medium?.values.credit && !use.credit ? `Left empty: ${asText(medium.values.credit)}` : undefined
          }
        >
          <OutlinedInput
            id={`${id}-credit`}
            fullWidth
            value={asText(use.credit)}
            onChange={({ target }) => set({ credit: target.value })}
          />
        </Labelled>
      </div>
      <div className={styles.useacts}>{end}</div>
    </li>
  );
}

function Input({ id, rules, value, onChange, describedBy, label }: InputProps<'media'>): ReactElement {
  const [open, setOpen] = useState(false);
  const uses = usesIn(value);
  const put = (next: JsonObject[]) => onChange(rules.multiple ? next : ((next[0] ?? null) as Json));
  return (
    <div>
      <ol className={styles.uses}>
        {uses.map((use, i) => (
          <Use
            key={asText(use.media)}
            id={`${id}-${i}`}
            use={use}
            onChange={(next) => put(uses.map((each, at) => (at === i ? next : each)))}
            end={
              <>
                {uses.length > 1 && (
                  <MoveButtons
                    name={`medium ${i + 1}`}
                    isFirst={i === 0}
                    isLast={i === uses.length - 1}
                    onStep={(step) => put(moved(uses, i, i + step))}
                  />
                )}
                <IconButton
                  aria-label={`Take out medium ${i + 1}`}
                  onClick={() => put(uses.filter((_, at) => at !== i))}
                >
                  <X size={14} />
                </IconButton>
              </>
            }
          />
        ))}
      </ol>
      {(rules.multiple || uses.length === 0) && (
        <Button
          id={id}
          aria-describedby={describedBy}
          {...(label ? { 'aria-label': label } : {})}
          onClick={() => setOpen(true)}
        >
          {uses.length === 0 ? 'Choose or bring in' : 'Another'}
        </Button>
      )}
      {open && (
        <MediaDrawer
          accept={rules.accept}
          onClose={() => setOpen(false)}
          onChoose={(medium) => {
            setOpen(false);
            put([...uses.filter((use) => use.media !== medium.id), { media: medium.id }]);
          }}
        />
      )}
    </div>
  );
}

const Rules = ({ id, rules, onChange }: RulesProps<'media'>): ReactElement => (
  <>
    <Labelled id={`${id}-accept`} label="Takes" group help="None chosen: any sort.">
      <div>
        {mediaSorts.map((sort) => (
          <YesRule
            key={sort}
            label={sortWords[sort]}
            value={rules.accept.includes(sort)}
            onChange={(may) =>
              onChange({
                ...rules,
                accept: mediaSorts.filter((each) => (each === sort ? may : rules.accept.includes(each))),
              })
            }
          />
        ))}
      </div>
    </Labelled>
    <SeveralRulesInputs id={id} rules={rules} onChange={onChange} />
    <YesRule
      label="Alternative text needed"
      value={rules.altNeeded ?? false}
      onChange={(altNeeded) => onChange(without({ ...rules, altNeeded: altNeeded || undefined }))}
    />
    <div className={styles.pair}>
      <NumberRule
        whole
        id={`${id}-width`}
        label="Least width, pixels"
        value={rules.leastWidth}
        onChange={(leastWidth) => onChange(without({ ...rules, leastWidth }))}
      />
      <NumberRule
        whole
        id={`${id}-height`}
        label="Least height"
        value={rules.leastHeight}
        onChange={(leastHeight) => onChange(without({ ...rules, leastHeight }))}
      />
      <NumberRule
        id={`${id}-ratio`}
        label="Width to height"
        value={rules.ratio}
        onChange={(ratio) => onChange(without({ ...rules, ratio }))}
      />
    </div>
  </>
);

export const media: KindUi<'media'> = {
  icon: Image,
  Input,
  Rules,
  width: 'wide',
  note: (value, rules) => severalNote(usesIn(value).length, rules),
  isGroup: () => true,
};
