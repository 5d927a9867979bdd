'use client';
import { Tab, Tabs } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { HouseStyle } from '../../../../../core/model/fresh/house-style';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { SideBySide } from '../../../../../ui/side-by-side';
import { Workspace } from '../../../../../ui/shell/workspace';
import { ShapeOutline } from '../shape-outline';
import { useWorkingModel } from '../working-model';
import { ColoursSheet } from './colours-sheet';
import { SizesSheet } from './sizes-sheet';
import { StylePreview } from './style-preview';
import { TextStylesSheet } from './text-styles-sheet';
import { VariantsSheet } from './variants-sheet';

const views = [
  ['colours', 'Colours'],
  ['sizes', 'Sizes and space'],
  ['words', 'Text styles'],
  ['variants', 'Variants'],
] as const;

/** What the architect allows in looks, changed in one place and seen on a real page at once. */
export default function StylePage(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  const [view, setView] = useState<(typeof views)[number][0]>('colours');
  const style = document.houseStyle;
  const set = (part: Partial<HouseStyle>) =>
    change((model) => ({ ...model, houseStyle: { ...model.houseStyle, ...part } }));
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>The whole model</span>
          </div>
          <h1>House style</h1>
          <p className={look.pencil}>
            Every page of the site follows it. Visitors see a change when the working copy is put in force.
          </p>
        </div>
      </div>
      <Tabs
        value={view}
        onChange={(_, next: typeof view) => setView(next)}
        aria-label="What to set"
        variant="scrollable"
        scrollButtons={false}
      >
        {views.map(([key, label]) => (
          <Tab key={key} value={key} label={label} id={`style-${key}`} aria-controls="style-view" />
        ))}
      </Tabs>
      <SideBySide beside={<StylePreview style={style} />}>
        <Frame label="House style">
          <div role="tabpanel" id="style-view" aria-labelledby={`style-${view}`}>
            <fieldset disabled={!mayChange} style={{ border: 0, margin: 0, padding: 16, minWidth: 0 }}>
              {view === 'colours' && <ColoursSheet style={style} onChange={set} />}
              {view === 'sizes' && <SizesSheet style={style} onChange={set} />}
              {view === 'words' && (
                <TextStylesSheet
                  styles={style.textStyles}
                  disabled={!mayChange}
                  onChange={(textStyles) => set({ textStyles })}
                />
              )}
              {view === 'variants' && (
                <VariantsSheet
                  variants={style.variants}
                  disabled={!mayChange}
                  onChange={(variants) => set({ variants })}
                />
              )}
            </fieldset>
          </div>
        </Frame>
      </SideBySide>
    </Workspace>
  );
}
