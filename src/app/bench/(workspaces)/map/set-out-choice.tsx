'use client';
import type { ReactElement } from 'react';
import type { JsonObject } from '../../../../core/json';
import {
  arrangementKinds,
  densities,
  setOutBounds,
  type Arrangement,
  type Density,
} from '../../../../core/mapping/arrangement/arrangement';
import { Chosen } from '../../../../ui/chosen';
import look from '../../../../ui/look/look.module.css';
import styles from './map.module.css';

interface Props {
  arrangement: Arrangement;
  setOut: JsonObject;
  onChange: (setOut: JsonObject) => void;
}

const densityWords: Record<Density, string> = { airy: 'Airy', usual: 'As usual', dense: 'Dense' };
const ratios = [
  ['1', 'Square'],
  ['1.25', '5 to 4'],
  ['1.5', '3 to 2'],
  ['1.78', '16 to 9'],
  ['2.4', 'Wide, 12 to 5'],
  ['0.75', 'Upright, 3 to 4'],
] as const;
const { least, most } = setOutBounds.columns;

/** An arrangement and what is chosen of it, in the words of a chip: "Cards, 3 across, 3 to 2". */
export function setOutWords(arrangement: Arrangement, { columns, density, ratio }: JsonObject): string {
  const { label, takes } = arrangementKinds[arrangement];
  return [
    label,
    takes.includes('columns') && typeof columns === 'number' && `${columns} across`,
    takes.includes('density') &&
      densities.some((each) => each === density && each !== 'usual') &&
      String(density),
    takes.includes('ratio') &&
      typeof ratio === 'number' &&
      (ratios.find(([each]) => Number(each) === ratio)?.[1].toLowerCase() ?? `${ratio} to 1`),
  ]
    .filter(Boolean)
    .join(', ');
}

/** What can be chosen of an arrangement: how many columns at most, how dense, in which ratio its pictures are. */
export function SetOutChoice({ arrangement, setOut, onChange }: Props): ReactElement {
  const { purpose, takes } = arrangementKinds[arrangement];
  const set = (key: 'columns' | 'density' | 'ratio', value: string | number | undefined) => {
    const { [key]: _gone, ...rest } = setOut;
    onChange(value === undefined ? rest : { ...rest, [key]: value });
  };
  return (
    <>
      <p className={`${look.pencil} ${look.small}`}>{purpose}</p>
      {takes.length > 0 && (
        <div className={styles.setout}>
          {takes.includes('columns') && (
            <Chosen
              id="set-columns"
              label="Columns"
              none="As many as fit"
              value={typeof setOut.columns === 'number' ? String(setOut.columns) : ''}
              options={Array.from(
                { length: most - least + 1 },
                (_, i) => [String(least + i), `at most ${least + i}`] as const,
              )}
              onChange={(n) => set('columns', n ? Number(n) : undefined)}
            />
          )}
          {takes.includes('density') && (
            <Chosen
              id="set-density"
              label="Density"
              value={densities.find((each) => each === setOut.density) ?? 'usual'}
              options={densities.map((each) => [each, densityWords[each]] as const)}
              onChange={(density) => set('density', density === 'usual' ? undefined : density)}
            />
          )}
          {takes.includes('ratio') && (
            <Chosen
              id="set-ratio"
              label="Pictures"
              none="As mapped"
              value={typeof setOut.ratio === 'number' ? String(setOut.ratio) : ''}
              options={ratios}
              onChange={(ratio) => set('ratio', ratio ? Number(ratio) : undefined)}
            />
          )}
        </div>
      )}
    </>
  );
}
