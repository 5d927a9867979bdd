'use client';
import { memo, useState, type ReactElement } from 'react';
import type { Values } from '../../../../core/content/values';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { PAGE_WIDTH } from '../../../../core/site/slot-width';
import look from '../../../../ui/look/look.module.css';
import { DrawnAtWidth } from './drawn-at-width';
import styles from './entry-faces.module.css';
import { EntryDrawn, useEntryWays, WayChoice, type EntryWay } from './entry-ways';

/** How many ways are chosen by a picture; the others by their names. */
const PICTURED = 6;
/** On which screens it is looked at, and how wide (px) a page is there. */
const screens = { phone: 360, wide: PAGE_WIDTH } as const;
const screenWords = { phone: 'Phone', wide: 'Wide' } as const;
type Screen = keyof typeof screens;
/** How wide (px) an entry stands on a page of its own, at most. */
const MEASURE = 680;

/** How wide (px) a way is drawn on a screen, and whether all of it is shown. */
const drawnAs = ({ arrangement }: EntryWay, screen: Screen): { width: number; whole: boolean } =>
  arrangement === undefined
    ? { width: Math.min(MEASURE, screens[screen]), whole: true }
    : { width: screens[screen], whole: false };

/**
 * How an entry looks on its own and in each listing of its type, as wide as visitors see it there; chosen by pictures. A
 * click on a part goes to its field.
 */
export const EntryFaces = memo(function EntryFaces({
  type,
  values,
  locale = '',
  onField,
}: {
  type: CompiledType<ContentType>;
  values: Values;
  /** The language that is looked at; nothing for the main one. */
  locale?: string;
  onField: (field: string) => void;
}): ReactElement {
  const ways = useEntryWays(type);
  const [chosen, setChosen] = useState('own');
  const [screen, setScreen] = useState<Screen>('phone');
  const way = ways.find(({ key }) => key === chosen) ?? ways[0];
  const pictured = ways.slice(0, PICTURED);
  return (
    <div>
      {pictured.length > 1 && (
        <ul className={styles.ways} aria-label="How it looks">
          {pictured.map((each) => (
            <li key={each.key}>
              <button type="button" aria-pressed={each.key === way?.key} onClick={() => setChosen(each.key)}>
                <span className={styles.small} inert>
                  <DrawnAtWidth {...drawnAs(each, 'phone')} least={0.05}>
                    <EntryDrawn type={type} way={each} values={values} locale={locale} label="In small" />
                  </DrawnAtWidth>
                </span>
                <span>{each.label}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {ways.length > PICTURED && <WayChoice ways={ways} chosen={chosen} onChoose={setChosen} />}
      <div className={styles.screens} role="group" aria-label="On which screen">
        {(['phone', 'wide'] as const).map((each) => (
          <button key={each} type="button" aria-pressed={each === screen} onClick={() => setScreen(each)}>
            {screenWords[each]}
          </button>
        ))}
      </div>
      {way && (
        <DrawnAtWidth key={`${way.key} ${screen}`} {...drawnAs(way, screen)} least={0.2}>
          <EntryDrawn type={type} way={way} values={values} locale={locale} onField={onField} />
        </DrawnAtWidth>
      )}
      <p className={`${look.pencil} ${look.small}`} style={{ marginTop: 6 }}>
        Drawn from what is in the form, as wide as visitors see it. Click a part to go to its field.
      </p>
    </div>
  );
});
