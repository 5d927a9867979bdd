'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import type { ReactElement } from 'react';
import type { AnyShape, ShapeList } from '../../../../core/model/document';
import { removeShape } from '../../../../core/model/change/edit';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { lists } from './lists';
import { useWorkingModel } from './working-model';

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** Shows what taking a type away reaches, then takes it out of the working copy. */
export function RemoveShape({
  shape,
  list,
  onClose,
  onDone,
}: {
  shape: AnyShape;
  list: ShapeList;
  onClose: () => void;
  onDone: () => void;
}): ReactElement {
  const { document, inForce, change } = useWorkingModel();
  const tell = useTell();
  const known = inForce[list].some(({ id }) => id === shape.id);
  const { data: reach } = useAsk('typeReach', { path: { id: shape.id } }, { enabled: known });
  const naming = [
    ...document.contentTypes,
    ...document.pageTypes,
    ...document.blockTypes,
    ...document.fieldSets,
  ].filter((other) => other.id !== shape.id && JSON.stringify(other).includes(shape.id));
  const held = reach
    ? [
        reach.entries > 0 ? counted(reach.entries, 'entry', 'entries') : '',
        reach.pages > 0 ? counted(reach.pages, 'page', 'pages') : '',
        reach.categories > 0 ? counted(reach.categories, 'category', 'categories') : '',
      ].filter(Boolean)
    : [];
  const take = () => {
    const before = document;
    change((model) => removeShape(model, shape.id));
    tell(`${shape.label} is taken out of the working copy.`, () => change(() => before));
    onDone();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="remove-shape">
      <DialogTitle id="remove-shape">Take {shape.label} away?</DialogTitle>
      <DialogContent>
        {known && !reach ? (
          <p>Looking what it reaches…</p>
        ) : (
          <ul style={{ display: 'grid', gap: 6, paddingLeft: 18 }}>
            <li>
              {held.length > 0
                ? `${held.join(', ')} are filled in by it. While they are there, the change cannot be put in force.`
                : 'Nothing is filled in by it.'}
            </li>
            {reach && reach.listings.length > 0 && (
              <li>
                {reach.listings.join(', ')} {reach.listings.length === 1 ? 'reads' : 'read'} it.
              </li>
            )}
            {naming.length > 0 && (
              <li>
                {naming.map(({ label }) => label).join(', ')} {naming.length === 1 ? 'names' : 'name'} this{' '}
                {lists[list].one.toLowerCase()}; the checks will tell where.
              </li>
            )}
            {reach && (
              <li>
                {reach.shown === 0
                  ? 'No visitor page differs.'
                  : `${counted(reach.shown, 'visitor page differs', 'visitor pages differ')}.`}
              </li>
            )}
          </ul>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button color="error" disabled={known && !reach} onClick={take}>
          Take it away
        </Button>
      </DialogActions>
    </Dialog>
  );
}
