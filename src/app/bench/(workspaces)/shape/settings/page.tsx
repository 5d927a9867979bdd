'use client';
import type { ReactElement } from 'react';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Workspace } from '../../../../../ui/shell/workspace';
import { SettingsSheet } from '../settings-sheet';
import { ShapeOutline } from '../shape-outline';
import { SiteAccounts } from '../site-accounts';
import { SiteLanguages } from '../site-languages';
import { SiteNavigation } from '../site-navigation';
import { SiteTerms } from '../site-terms';
import { SiteProviders } from '../site-providers';
import { useWorkingModel } from '../working-model';

/** The settings of the whole site, from which types, listings and pages take theirs. */
export default function SettingsPage(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>The whole model</span>
          </div>
          <h1>Settings</h1>
          <p className={look.pencil}>
            They hold for the whole site, until a type, a listing or a page says otherwise.
          </p>
        </div>
      </div>
      <Frame label="Settings of the site">
        <SettingsSheet
          layers={[{ source: 'site', layer: document.settings }]}
          disabled={!mayChange}
          onChange={(settings) => change((model) => ({ ...model, settings }))}
        />
      </Frame>
      <Frame label="Navigation">
        <SiteNavigation />
      </Frame>
      <Frame label="From elsewhere">
        <SiteProviders />
      </Frame>
      <Frame label="Accounts of visitors">
        <SiteAccounts />
      </Frame>
      <Frame label="What visitors leave">
        <SiteTerms />
      </Frame>
      <Frame label="Languages">
        <SiteLanguages />
      </Frame>
    </Workspace>
  );
}
