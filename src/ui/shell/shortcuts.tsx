'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import type { ReactElement } from 'react';

const shortcuts: [keys: string, does: string][] = [
  ['Ctrl K', 'Go to any type, entry, listing or page, by its name or the words in it'],
  ['?', 'The guide, at the part for the screen at hand'],
  ['Ctrl S', 'Save what is on the bench now'],
  ['Ctrl Z, Ctrl Shift Z', 'Take back the last thing done on the bench, or do it again (outside a text)'],
  ['Tab, Enter', 'In the last row of a sheet: choose the kind, add the field'],
  ['Alt ↑, Alt ↓', 'Move the field, step or page at hand'],
  ['Delete', 'Take the field at hand out of the type'],
  ['← →', 'On the line between two panels: make them wider or narrower'],
  ['Arrows, Enter, Tab', 'In a table: from cell to cell, type into it, take it and go on below or beside'],
  ['Ctrl Shift V', 'Paste the words alone'],
  ['Esc', 'Close what is open'],
];

/** Every shortcut, with what it does. */
export const Keys = (): ReactElement => (
  <dl
    style={{
      display: 'grid',
      gridTemplateColumns: 'auto 1fr',
      gap: '8px 20px',
      alignItems: 'baseline',
    }}
  >
    {shortcuts.map(([keys, does]) => [
      <dt key={keys}>
        <kbd>{keys}</kbd>
      </dt>,
      <dd key={does}>{does}</dd>,
    ])}
  </dl>
);

/** Every shortcut there is. */
export function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }): ReactElement {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="shortcuts">
      <DialogTitle id="shortcuts">By keyboard</DialogTitle>
      <DialogContent>
        <Keys />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
