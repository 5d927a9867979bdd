import type { ReactElement } from 'react';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../ui/marks';
import { Workspace } from '../../../../ui/shell/workspace';
import { ToCome } from '../to-come';
import { WatchOutline } from './watch-outline';

export default function WatchPage(): ReactElement {
  return (
    <Workspace outline={<WatchOutline />} outlineLabel="Watch">
      <div className={look.heading}>
        <div>
          <Eyebrow>Workspace to come</Eyebrow>
          <h1>Watch</h1>
          <p className={look.pencil}>Here gaps and faults show, and lead back to Shape.</p>
        </div>
      </div>
      <ToCome
        title="What it will hold"
        holds={[
          [
            'Gap map',
            'Any two properties crossed, with a target for each cell, and the missing entry begun from it.',
          ],
          [
            'Checks',
            'Broken links, missing alternative text, pages nobody reaches, listings that are empty, entries past their review date.',
          ],
          ['Visits', 'What gets read, from a counter that ships with the product.'],
        ]}
      />
    </Workspace>
  );
}
