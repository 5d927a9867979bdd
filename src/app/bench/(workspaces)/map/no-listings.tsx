'use client';
import type { ReactElement } from 'react';
import look from '../../../../ui/look/look.module.css';
import { Workspace } from '../../../../ui/shell/workspace';
import { MapOutline } from './map-outline';

export const NoListings = (): ReactElement => (
  <Workspace outline={<MapOutline />} outlineLabel="Listings">
    <div className={look.empty}>
      <strong>Here entries become lists on pages.</strong>
      <p>
        A listing says which entries, in what order, and how each is shown. Give the first one a name in the
        outline.
      </p>
    </div>
  </Workspace>
);
