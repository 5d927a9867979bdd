'use client';
import { Checkbox, FormControlLabel, OutlinedInput } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { TOP } from '../../../../../core/model/document';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Workspace } from '../../../../../ui/shell/workspace';
import { ShapeOutline } from '../shape-outline';
import { useWorkingModel } from '../working-model';
import { MayItStand } from './may-it-stand';
import { PlacementCell } from './placement-cell';
import { PlacementGrid } from './placement-grid';
import { usePlacing, type Cell } from './use-placing';

/** All placements at once: which page type may hold which, with its limits and the pages that stand so. */
export default function PlacementPage(): ReactElement {
  const { document, mayChange } = useWorkingModel();
  const { stands, pagesAt, set, asked: relying } = usePlacing();
  const [here, setHere] = useState<Cell>();
  const [words, setWords] = useState('');
  const [onlyPlaced, setOnlyPlaced] = useState(false);
  const asked = words.trim().toLowerCase();
  const matters = (id: string) =>
    !onlyPlaced || document.placements.some(({ parent, child }) => parent === id || child === id);
  const types = document.pageTypes.filter(
    ({ id, label }) => matters(id) && (!asked || label.toLowerCase().includes(asked)),
  );
  // A type that is looked for is shown with everything that may hold it or stand under it.
  const near = (id: string, side: 'parent' | 'child') =>
    !asked ||
    types.some((type) => type.id === id) ||
    document.placements.some(
      (placement) =>
        placement[side] === id &&
        types.some((type) => type.id === placement[side === 'parent' ? 'child' : 'parent']),
    );
  const columns = document.pageTypes.filter(({ id }) => matters(id) && near(id, 'child'));
  const rows = [
    { id: TOP, label: 'The top of a site' },
    ...document.pageTypes.filter(({ id }) => matters(id) && near(id, 'parent')),
  ];
  return (
    <Workspace
      outline={<ShapeOutline />}
      outlineLabel="Types"
      reachLabel="Placement"
      reach={
        <>
          {here && (
            <PlacementCell
              key={`${here.parent} ${here.child}`}
              cell={here}
              pages={pagesAt(here)}
              onSet={(may) => set([here], may)}
            />
          )}
          <MayItStand here={here} />
        </>
      }
    >
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>The whole model</span>
          </div>
          <h1>Placement grid</h1>
          <p className={look.pencil}>
            Rows hold columns. A click goes to a cell, another allows it or not; so do the arrows and Space.
            The headings set a whole row or column.
          </p>
        </div>
        <div className={look.acts}>
          <OutlinedInput
            size="small"
            placeholder="Only types named…"
            value={words}
            onChange={({ target }) => setWords(target.value)}
            slotProps={{ input: { 'aria-label': 'Only types named' } }}
          />
          <FormControlLabel
            control={
              <Checkbox checked={onlyPlaced} onChange={({ target }) => setOnlyPlaced(target.checked)} />
            }
            label="Only what is placed"
          />
        </div>
      </div>
      <Frame label="Placement grid">
        {columns.length === 0 ? (
          <div className={look.empty}>
            <strong>
              {document.pageTypes.length === 0
                ? 'No page types yet.'
                : 'No page type has these words in its name.'}
            </strong>
            <p>
              {document.pageTypes.length === 0
                ? 'Make the first one in the outline; then say here where it may stand.'
                : 'Try fewer words.'}
            </p>
          </div>
        ) : (
          <PlacementGrid
            rows={rows}
            columns={columns}
            here={here}
            stands={stands}
            pagesAt={pagesAt}
            limitAt={({ parent, child }) => {
              const found = document.placements.find(
                (placement) => placement.parent === parent && placement.child === child,
              );
              return { most: found?.mostUnderOne, branch: found?.onlyUnder };
            }}
            mayChange={mayChange}
            onHere={setHere}
            onSet={set}
          />
        )}
      </Frame>
      {relying}
    </Workspace>
  );
}
