'use client';
import { Button, OutlinedInput } from '@mui/material';
import { Plus, Trash2 } from 'lucide-react';
import type { ReactElement } from 'react';
import type { TextStyle } from '../../../../../core/model/fresh/house-style';
import { keyFrom } from '../../../../../core/model/naming';
import { NumberRule, YesRule } from '../../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../../ui/labelled';
import { Chosen } from '../../../../../ui/chosen';
import styles from './style.module.css';

/** Named looks of words, which a formatted text may allow. */
export function TextStylesSheet({
  styles: named,
  disabled,
  fixed,
  onChange,
}: {
  styles: readonly TextStyle[];
  disabled: boolean;
  /** Which there are is said elsewhere: here only how they look. */
  fixed: boolean;
  onChange: (styles: TextStyle[]) => void;
}): ReactElement {
  const set = (key: string, part: Partial<TextStyle>) =>
    onChange(named.map((each) => (each.key === key ? { ...each, ...part } : each)));
  return (
    <div className={styles.list}>
      {named.map((each) => (
        <section key={each.key} className={styles.item} aria-label={each.label}>
          <div className={styles.pair}>
            <Labelled id={`style-${each.key}-label`} label="Name">
              <OutlinedInput
                id={`style-${each.key}-label`}
                fullWidth
                value={each.label}
                onChange={({ target }) => set(each.key, { label: target.value })}
              />
            </Labelled>
            <NumberRule
              id={`style-${each.key}-size`}
              label="Size, times running text"
              value={each.size}
              onChange={(size) => {
                if (size !== undefined && size >= 0.6 && size <= 3) set(each.key, { size });
              }}
            />
            <Chosen
              id={`style-${each.key}-weight`}
              label="Weight"
              value={String(each.weight)}
              options={[
                ['400', 'Plain'],
                ['500', 'Firm'],
                ['600', 'Strong'],
                ['700', 'Bold'],
              ]}
              onChange={(weight) => {
                const found = ([400, 500, 600, 700] as const).find((w) => String(w) === weight);
                if (found) set(each.key, { weight: found });
              }}
            />
            <Chosen
              id={`style-${each.key}-colour`}
              label="Colour"
              value={each.colour}
              options={[
                ['ink', 'Ink'],
                ['soft', 'Soft ink'],
                ['accent', 'Accent'],
              ]}
              onChange={(colour) => set(each.key, { colour })}
            />
            <Chosen
              id={`style-${each.key}-face`}
              label="Letters"
              value={each.face}
              options={[
                ['reading', 'For reading'],
                ['plain', 'Plain'],
              ]}
              onChange={(face) => set(each.key, { face })}
            />
            <YesRule
              label="Slanted"
              value={each.italic ?? false}
              onChange={(italic) => set(each.key, { italic })}
            />
          </div>
          {!disabled && !fixed && (
            <Button
              size="small"
              color="error"
              startIcon={<Trash2 size={14} />}
              onClick={() => onChange(named.filter(({ key }) => key !== each.key))}
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
              ...named,
              {
                key: keyFrom(
                  'Text style',
                  named.map(({ key }) => key),
                ),
                label: 'Text style',
                size: 1,
                weight: 400,
                colour: 'ink',
                face: 'reading',
              },
            ])
          }
        >
          Another text style
        </Button>
      )}
    </div>
  );
}
