'use client';
import { MenuItem, Select } from '@mui/material';
import { Monitor, Moon, Smartphone, Sun, Tablet } from 'lucide-react';
import { memo, type ReactElement } from 'react';
import { EVERYBODY, SIGNED_IN, type VisitorGroup } from '../../../../../core/site/audience';
import { DayBox } from '../../../../../ui/day-box';
import styles from './canvas.module.css';

/** How wide (px) a visitor's window is on each screen. */
export const screens = { wide: 1280, tablet: 820, phone: 390 } as const;
export type Screen = keyof typeof screens;
const screenWays: { key: Screen; label: string; Icon: typeof Monitor }[] = [
  { key: 'wide', label: 'Wide', Icon: Monitor },
  { key: 'tablet', label: 'Tablet', Icon: Tablet },
  { key: 'phone', label: 'Phone', Icon: Smartphone },
];
/** How large it is drawn: as wide as the bench, so many per cent, or so small that all of it is seen. */
const zooms = ['fit', '100', '75', '50', '25', 'whole'] as const;
export type Zoom = (typeof zooms)[number];
const zoomWords = (zoom: Zoom): string =>
  zoom === 'fit' ? 'As wide as the bench' : zoom === 'whole' ? 'The whole page' : `${zoom} %`;
/** As whom a page may be looked at. */
export interface AsWhom {
  value: string;
  groups: readonly VisitorGroup[];
  onChange: (as: string) => void;
}

/** How the page is looked at: on which screen, by which light, as on which day, how large. */
export const CanvasTools = memo(function CanvasTools({
  screen,
  onScreen,
  dark,
  onDark,
  dated,
  asOn,
  onAsOn,
  zoomed,
  onZoomed,
  zoom,
  as,
}: {
  screen: Screen;
  onScreen: (screen: Screen) => void;
  dark: boolean;
  onDark: (dark: boolean) => void;
  /** Whether something of it is seen at times only. */
  dated: boolean;
  /** The moment as on which it is drawn; empty for any. */
  asOn: string;
  onAsOn: (moment: string) => void;
  zoomed: Zoom;
  onZoomed: (zoomed: Zoom) => void;
  /** How large (1 for as it is) it is drawn. */
  zoom: number;
  /**
   * As whom it is drawn (empty: as whoever works here), and how that is chosen; nothing where nobody has an
   * account.
   */
  as?: AsWhom | undefined;
}): ReactElement {
  return (
    <div className={styles.tools}>
      <div className={styles.group} role="group" aria-label="On which screen">
        {screenWays.map(({ key, label, Icon }) => (
          <button key={key} type="button" aria-pressed={screen === key} onClick={() => onScreen(key)}>
            <Icon size={14} aria-hidden="true" />
            {label}
          </button>
        ))}
      </div>
      <div className={styles.group} role="group" aria-label="By which light">
        <button type="button" aria-pressed={!dark} onClick={() => onDark(false)}>
          <Sun size={14} aria-hidden="true" />
          Light
        </button>
        <button type="button" aria-pressed={dark} onClick={() => onDark(true)}>
          <Moon size={14} aria-hidden="true" />
          Dark
        </button>
      </div>
      {as && (
        <label className={styles.asWhom}>
          As
          <select value={as.value} onChange={({ target }) => as.onChange(target.value)}>
            <option value="">one who works here</option>
            <option value={EVERYBODY}>everybody</option>
            <option value={SIGNED_IN}>whoever is signed in</option>
            {as.groups.map(({ id, label }) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </select>
        </label>
      )}
      {dated && (
        <label className={styles.asOn} htmlFor="as-on">
          As on
          <DayBox id="as-on" clock value={asOn} onChange={onAsOn} />
        </label>
      )}
      <Select
        size="small"
        value={zoomed}
        onChange={({ target }) => onZoomed(zooms.find((each) => each === target.value) ?? 'fit')}
        renderValue={(each) =>
          each === 'fit' || each === 'whole' ? `${Math.round(zoom * 100)} %` : zoomWords(each)
        }
        slotProps={{ input: { 'aria-label': 'How large' } }}
      >
        {zooms.map((each) => (
          <MenuItem key={each} value={each}>
            {zoomWords(each)}
          </MenuItem>
        ))}
      </Select>
    </div>
  );
});
