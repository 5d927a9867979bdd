'use client';
import { Tab, Tabs } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { ModelDocument } from '../../../../../core/model/document';
import type { HouseStyle } from '../../../../../core/model/fresh/house-style';
import { styleOfSite } from '../../../../../core/model/site-style';
import { without } from '../../../../../ui/kinds/rule-inputs';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { SideBySide } from '../../../../../ui/side-by-side';
import { Workspace } from '../../../../../ui/shell/workspace';
import { ShapeOutline } from '../shape-outline';
import { useWorkingModel } from '../working-model';
import { BeginWith } from './begin-with';
import { ColoursSheet } from './colours-sheet';
import { LooksSheet } from './looks-sheet';
import { SiteChoice } from './site-choice';
import { SizesSheet } from './sizes-sheet';
import { StylePreview } from './style-preview';
import { TextStylesSheet } from './text-styles-sheet';
import { VariantsSheet } from './variants-sheet';

const views = [
  ['colours', 'Colours'],
  ['sizes', 'Sizes and space'],
  ['looks', 'Navigation, cards, foot'],
  ['words', 'Text styles'],
  ['variants', 'Variants'],
  ['ready', 'Begin with'],
] as const;

/** What the architect allows in looks, changed in one place and seen on a real page at once. */
export default function StylePage(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  const [view, setView] = useState<(typeof views)[number][0]>('colours');
  const [site, setSite] = useState('');
  const style = styleOfSite(document, site);
  // A site that wears the common one is looked at here, and changes nothing.
  const isWorn = site !== '' && !Object.hasOwn(document.siteStyles ?? {}, site);
  const disabled = !mayChange || isWorn;
  const put = (next: HouseStyle) =>
    change((model) =>
      site === ''
        ? { ...model, houseStyle: next }
        : { ...model, siteStyles: { ...model.siteStyles, [site]: next } },
    );
  const set = (part: Partial<HouseStyle>) => put({ ...style, ...part });
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
      <SiteChoice
        site={site}
        onSite={setSite}
        document={document}
        disabled={!mayChange}
        onOwn={(siteStyles) => change((model) => without<ModelDocument>({ ...model, siteStyles }))}
      />
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
            <fieldset disabled={disabled} style={{ border: 0, margin: 0, padding: 16, minWidth: 0 }}>
              {view === 'colours' && <ColoursSheet style={style} onChange={set} />}
              {view === 'sizes' && <SizesSheet style={style} onChange={set} />}
              {view === 'looks' && <LooksSheet style={style} onChange={set} />}
              {view === 'ready' && <BeginWith style={style} disabled={disabled} onChange={put} />}
              {view === 'words' && (
                <TextStylesSheet
                  styles={style.textStyles}
                  disabled={disabled}
                  fixed={site !== ''}
                  onChange={(textStyles) => set({ textStyles })}
                />
              )}
              {view === 'variants' && (
                <VariantsSheet
                  variants={style.variants}
                  colours={style.colours ?? []}
                  disabled={disabled}
                  fixed={site !== ''}
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
