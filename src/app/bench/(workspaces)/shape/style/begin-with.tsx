'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { HouseStyle } from '../../../../../core/model/fresh/house-style';
import { beginWith, readyStyles } from '../../../../../core/model/fresh/ready-styles';
import look from '../../../../../ui/look/look.module.css';
import styles from './style.module.css';

/** A page in small in a house style: its head, its opening, three cards, its foot. */
function InSmall({ style }: { style: HouseStyle }): ReactElement {
  const { palette, colours = [], corners, navigation, cards, foot, type } = style;
  const grounds = cards === 'coloured' ? colours.map(({ light }) => light) : Array(3).fill(palette.sheet);
  const round = Math.min(6, corners / 3);
  const left = navigation === 'side' ? 34 : 8;
  return (
    <svg viewBox="0 0 160 100" className={styles.small} aria-hidden="true">
      <rect width="160" height="100" fill={palette.paper} />
      <rect x="8" y="6" width="30" height="4" fill={palette.ink} />
      {navigation === 'side'
        ? [20, 28, 36, 44].map((y) => <rect key={y} x="8" y={y} width="18" height="2" fill={palette.soft} />)
        : [92, 114, 136].map((x) => (
            <rect
              key={x}
              x={x}
              y="5"
              width="16"
              height={navigation === 'pills' ? 6 : 2}
              rx={navigation === 'pills' ? 3 : 0}
              fill={navigation === 'pills' ? palette.ink : palette.soft}
            />
          ))}
      {navigation === 'side' ? (
        <line x1="30" y1="15" x2="30" y2="100" stroke={palette.rule} />
      ) : (
        <rect x="8" y="17" width="144" height="34" rx={round} fill={palette.accent} />
      )}
      <rect
        x={left + 6}
        y="25"
        width="62"
        height={type.weight === 800 ? 8 : 6}
        fill={navigation === 'side' ? palette.ink : palette.onAccent}
      />
      <rect
        x={left + 6}
        y="37"
        width="44"
        height="3"
        fill={navigation === 'side' ? palette.soft : palette.onAccent}
      />
      {[0, 1, 2].map((i) =>
        cards === 'ruled' ? (
          <g key={i}>
            <line x1={left + 6} y1={58 + i * 10} x2="152" y2={58 + i * 10} stroke={palette.rule} />
            <rect x={left + 6} y={61 + i * 10} width="80" height="3" fill={palette.ink} />
          </g>
        ) : (
          <rect key={i} x={8 + i * 49} y="57" width="46" height="28" rx={round} fill={grounds[i]} />
        ),
      )}
      <rect
        y="92"
        width="160"
        height="8"
        fill={foot === 'ink' ? palette.ink : foot === 'accent' ? palette.accent : palette.rule}
      />
    </svg>
  );
}

/** The house styles that are ready, each in small; one is taken with one act, and taken back like any other change. */
export function BeginWith({
  style,
  disabled,
  onChange,
}: {
  style: HouseStyle;
  disabled: boolean;
  onChange: (style: HouseStyle) => void;
}): ReactElement {
  return (
    <div className={styles.list}>
      <p className={look.pencil} style={{ margin: 0 }}>
        Variants and text styles that are in use stay; they take the look that the other one has for them.
      </p>
      <ul className={styles.ready}>
        {readyStyles.map(({ key, label, purpose, style: ready }) => (
          <li key={key}>
            <InSmall style={ready} />
            <strong>{label}</strong>
            <span className={look.pencil}>{purpose}</span>
            {!disabled && (
              <Button variant="outlined" size="small" onClick={() => onChange(beginWith(style, ready))}>
                Begin with {label}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
