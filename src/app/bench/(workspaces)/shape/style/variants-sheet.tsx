'use client';
import { Button, OutlinedInput } from '@mui/material';
import { Plus, Trash2 } from 'lucide-react';
import type { ReactElement } from 'react';
import { grounds, type FurtherColour, type Variant } from '../../../../../core/model/fresh/house-style';
import { without, YesRule } from '../../../../../ui/kinds/rule-inputs';
import { keyFrom } from '../../../../../core/model/naming';
import { Labelled } from '../../../../../ui/labelled';
import { Chosen } from '../../../../../ui/chosen';
import styles from './style.module.css';

/** What the choice of a ground says before the key of a further colour. */
const COLOUR = 'colour ';

const rooms = [
  ['0', 'None'],
  ['1', 'One step'],
  ['2', 'Two steps'],
] as const;

/** Named ways for a block to look, which a type may allow and an editor then chooses among. */
export function VariantsSheet({
  variants,
  colours,
  disabled,
  fixed,
  onChange,
}: {
  variants: readonly Variant[];
  colours: readonly FurtherColour[];
  disabled: boolean;
  /** Which there are is said elsewhere: here only how they look. */
  fixed: boolean;
  onChange: (variants: Variant[]) => void;
}): ReactElement {
  const replace = (key: string, next: Variant) =>
    onChange(variants.map((each) => (each.key === key ? next : each)));
  const set = (key: string, part: Partial<Variant>) =>
    onChange(variants.map((each) => (each.key === key ? { ...each, ...part } : each)));
  return (
    <div className={styles.list}>
      {variants.map((each) => (
        <section key={each.key} className={styles.item} aria-label={each.label}>
          <div className={styles.pair}>
            <Labelled id={`variant-${each.key}-label`} label="Name">
              <OutlinedInput
                id={`variant-${each.key}-label`}
                fullWidth
                readOnly={fixed}
                value={each.label}
                onChange={({ target }) => set(each.key, { label: target.value })}
              />
            </Labelled>
            <Chosen
              id={`variant-${each.key}-ground`}
              label="Ground"
              value={each.ground === 'colour' ? `${COLOUR}${each.colour ?? ''}` : each.ground}
              options={[
                ['none', 'None'],
                ['sheet', 'Sheet'],
                ['tint', 'A tint of the accent'],
                ['accent', 'The accent'],
                ['ink', 'The ink'],
                ...colours.map(({ key, label }) => [`${COLOUR}${key}`, label] as const),
              ]}
              onChange={(chosen) => {
                const { colour: _old, ...rest } = each;
                const ground = grounds.find((one) => one === chosen);
                replace(
                  each.key,
                  ground === undefined
                    ? { ...rest, ground: 'colour', colour: chosen.slice(COLOUR.length) }
                    : { ...rest, ground },
                );
              }}
            />
            <Chosen
              id={`variant-${each.key}-frame`}
              label="Frame"
              value={each.frame}
              options={[
                ['none', 'None'],
                ['line', 'A line around'],
                ['top', 'A bar on top'],
              ]}
              onChange={(frame) => set(each.key, { frame })}
            />
            <Chosen
              id={`variant-${each.key}-width`}
              label="Width"
              value={each.width}
              options={[
                ['text', 'Of running text'],
                ['wide', 'Of its slot'],
                ['full', 'Of the window'],
              ]}
              onChange={(width) => set(each.key, { width })}
            />
            <YesRule
              label="Words over its picture"
              value={each.over ?? false}
              onChange={(over) => replace(each.key, without<Variant>({ ...each, over: over || undefined }))}
            />
            <Chosen
              id={`variant-${each.key}-room`}
              label="Room inside"
              value={String(each.room)}
              options={rooms}
              onChange={(room) => set(each.key, { room: room === '2' ? 2 : room === '1' ? 1 : 0 })}
            />
          </div>
          {!disabled && !fixed && (
            <Button
              size="small"
              color="error"
              startIcon={<Trash2 size={14} />}
              onClick={() => onChange(variants.filter(({ key }) => key !== each.key))}
            >
              Take {each.label} away
            </Button>
          )}
        </section>
      ))}
      {!disabled && !fixed && (
        <Button
          startIcon={<Plus size={14} />}
          onClick={() =>
            onChange([
              ...variants,
              {
                key: keyFrom(
                  'Variant',
                  variants.map(({ key }) => key),
                ),
                label: 'Variant',
                ground: 'none',
                frame: 'none',
                width: 'wide',
                room: 0,
              },
            ])
          }
        >
          Another variant
        </Button>
      )}
    </div>
  );
}
