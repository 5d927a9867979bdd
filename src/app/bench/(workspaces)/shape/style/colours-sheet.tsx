'use client';
import { Button, IconButton, OutlinedInput } from '@mui/material';
import { Plus, X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import {
  contrast,
  MOST_COLOURS,
  paletteParts,
  paletteWords,
  readings,
  wordsOn,
  type FurtherColour,
  type HouseStyle,
  type Palette,
} from '../../../../../core/model/fresh/house-style';
import { keyFrom } from '../../../../../core/model/naming';
import look from '../../../../../ui/look/look.module.css';
import styles from './style.module.css';

const isColour = (text: string) => /^#[0-9a-f]{6}$/i.test(text);

/** One colour, chosen or typed. Half a colour is told, and changes nothing yet. */
function Colour({
  id,
  label,
  value,
  onChange,
}: {
  id: string;
  label: string;
  value: string;
  onChange: (colour: string) => void;
}): ReactElement {
  const [typed, setTyped] = useState<string>();
  const shown = typed ?? value;
  const bad = !isColour(shown);
  const change = (text: string) => {
    setTyped(text);
    if (isColour(text)) onChange(text.toLowerCase());
  };
  return (
    <div className={styles.colour}>
      <input
        type="color"
        aria-label={label}
        value={value}
        onChange={({ target }) => {
          setTyped(undefined);
          onChange(target.value);
        }}
      />
      <OutlinedInput
        id={id}
        size="small"
        value={shown}
        error={bad}
        onChange={({ target }) => change(target.value)}
        onBlur={() => {
          if (!bad) setTyped(undefined);
        }}
        slotProps={{ input: { 'aria-label': `${label}, as #rrggbb`, 'aria-invalid': bad, maxLength: 7 } }}
        sx={{ width: 104, fontFamily: 'JetBrains Mono', fontSize: 12 }}
      />
    </div>
  );
}

function Readings({ palette, of }: { palette: Palette; of: keyof Palette }): ReactElement {
  return (
    <>
      {readings
        .filter(({ word }) => word === of)
        .map(({ word, on, least }) => {
          const has = contrast(palette[word], palette[on]);
          return (
            <span
              key={on}
              className={styles.reading}
              data-low={has < least}
              title={`On ${paletteWords[on]}: ${has.toFixed(1)} to 1; readers need ${least}`}
            >
              <i aria-hidden="true" style={{ background: palette[on], color: palette[word] }}>
                Aa
              </i>
              {has.toFixed(1)}
              {has < least && ' too low'}
            </span>
          );
        })}
    </>
  );
}

/** Further colours that cards and variants stand on; words on them find their own. */
function FurtherColours({
  style,
  onChange,
}: {
  style: HouseStyle;
  onChange: (part: Partial<HouseStyle>) => void;
}): ReactElement {
  const colours = style.colours ?? [];
  const set = (key: string, part: Partial<FurtherColour>) =>
    onChange({ colours: colours.map((each) => (each.key === key ? { ...each, ...part } : each)) });
  const add = () =>
    onChange({
      colours: [
        ...colours,
        {
          key: keyFrom(
            'Colour',
            colours.map(({ key }) => key),
          ),
          label: 'Colour',
          light: style.palette.rule,
          dark: style.dark.rule,
        },
      ],
    });
  return (
    <>
      {colours.length > 0 && (
        <table className={styles.sheet}>
          <thead>
            <tr>
              <th scope="col">Further colours</th>
              <th scope="col">By light</th>
              <th scope="col">In the dark</th>
              <th scope="col">
                <span className={look.hidden}>Acts</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {colours.map((each) => (
              <tr key={each.key}>
                <th scope="row">
                  <OutlinedInput
                    id={`colour-${each.key}`}
                    size="small"
                    value={each.label}
                    onChange={({ target }) => set(each.key, { label: target.value })}
                    slotProps={{ input: { 'aria-label': `Name of ${each.label}`, maxLength: 80 } }}
                  />
                </th>
                {(
                  [
                    ['light', style.palette, 'by light'],
                    ['dark', style.dark, 'in the dark'],
                  ] as const
                ).map(([side, palette, words]) => {
                  const ground = each[side];
                  const has = contrast(wordsOn(ground, palette), ground);
                  return (
                    <td key={side}>
                      <Colour
                        id={`colour-${each.key}-${side}`}
                        label={`${each.label}, ${words}`}
                        value={ground}
                        onChange={(colour) => set(each.key, { [side]: colour })}
                      />
                      <span className={styles.reading} data-low={has < 4.5}>
                        <i aria-hidden="true" style={{ background: ground, color: wordsOn(ground, palette) }}>
                          Aa
                        </i>
                        {has.toFixed(1)}
                        {has < 4.5 && ' too low'}
                      </span>
                    </td>
                  );
                })}
                <td>
                  <IconButton
                    size="small"
                    aria-label={`Take ${each.label} away`}
                    onClick={() => onChange({ colours: colours.filter(({ key }) => key !== each.key) })}
                  >
                    <X size={14} />
                  </IconButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {colours.length < MOST_COLOURS && (
        <Button size="small" startIcon={<Plus size={14} />} onClick={add}>
          A further colour
        </Button>
      )}
    </>
  );
}

/** The colours by light and in the dark, with the contrast of what is read upon what. */
export function ColoursSheet({
  style,
  onChange,
}: {
  style: HouseStyle;
  onChange: (part: Partial<HouseStyle>) => void;
}): ReactElement {
  const set = (side: 'palette' | 'dark', part: keyof Palette, colour: string) =>
    onChange({ [side]: { ...style[side], [part]: colour } });
  return (
    <div style={{ overflowX: 'auto' }}>
      <table className={styles.sheet}>
        <thead>
          <tr>
            <th scope="col">For</th>
            <th scope="col">By light</th>
            <th scope="col">In the dark</th>
          </tr>
        </thead>
        <tbody>
          {paletteParts.map((part) => (
            <tr key={part}>
              <th scope="row">{paletteWords[part]}</th>
              {(['palette', 'dark'] as const).map((side) => (
                <td key={side}>
                  <Colour
                    id={`${side}-${part}`}
                    label={`${paletteWords[part]}, ${side === 'palette' ? 'by light' : 'in the dark'}`}
                    value={style[side][part]}
                    onChange={(colour) => set(side, part, colour)}
                  />
                  <Readings palette={style[side]} of={part} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <FurtherColours style={style} onChange={onChange} />
      <p className={`${look.pencil} ${look.small}`}>
        Words need a contrast of 4.5 to 1 upon what they stand on (WCAG 2.2 AA).
      </p>
    </div>
  );
}
