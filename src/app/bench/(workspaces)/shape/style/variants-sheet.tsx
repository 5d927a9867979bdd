'use client';
import { Button, OutlinedInput } from '@mui/material';
import { Plus, Trash2 } from 'lucide-react';
import type { ReactElement } from 'react';
import type { Variant } from '../../../../../core/model/fresh/house-style';
import { keyFrom } from '../../../../../core/model/naming';
import { Labelled } from '../../../../../ui/labelled';
import { Chosen } from '../../../../../ui/chosen';
import styles from './style.module.css';

const rooms = [
  ['0', 'None'],
  ['1', 'One step'],
  ['2', 'Two steps'],
] as const;

/** Named ways for a block to look, which a type may allow and an editor then chooses among. */
export function VariantsSheet({
  variants,
  disabled,
  onChange,
}: {
  variants: readonly Variant[];
  disabled: boolean;
  onChange: (variants: Variant[]) => void;
}): ReactElement {
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
                value={each.label}
                onChange={({ target }) => set(each.key, { label: target.value })}
              />
            </Labelled>
            <Chosen
              id={`variant-${each.key}-ground`}
              label="Ground"
              value={each.ground}
              options={[
                ['none', 'None'],
                ['sheet', 'Sheet'],
                ['tint', 'A tint of the accent'],
                ['accent', 'The accent'],
              ]}
              onChange={(ground) => set(each.key, { ground })}
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
            <Chosen
              id={`variant-${each.key}-room`}
              label="Room inside"
              value={String(each.room)}
              options={rooms}
              onChange={(room) => set(each.key, { room: room === '2' ? 2 : room === '1' ? 1 : 0 })}
            />
          </div>
          {!disabled && (
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
      {!disabled && (
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
