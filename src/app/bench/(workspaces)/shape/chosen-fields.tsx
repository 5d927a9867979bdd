'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Menu, MenuItem } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { shapeLists, type AnyShape } from '../../../../core/model/document';
import {
  copyFields,
  gatherFields,
  moveIntoSet,
  moveToShape,
  setsOf,
  shapesIn,
} from '../../../../core/model/change/edit';
import { TextBox } from '../../../../ui/text-box';
import { lists } from './lists';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

type Asking = { what: 'group' | 'list' | 'set'; label: string };

/** What can be done with several fields at once. */
export function ChosenFields({
  shape,
  chosen,
  onChoose,
  onTake,
  onEdit,
}: {
  shape: AnyShape;
  chosen: ReadonlySet<string>;
  onChoose: (fields: ReadonlySet<string>) => void;
  onTake: (ids: string[]) => void;
  onEdit: (make: (shape: AnyShape) => AnyShape) => void;
}): ReactElement | null {
  const { document, change } = useWorkingModel();
  const [menu, setMenu] = useState<{ at: HTMLElement; what: 'set' | 'move' | 'copy' }>();
  const [asking, setAsking] = useState<Asking>();
  if (chosen.size === 0) return null;
  const ids = [...chosen];
  const sets = setsOf(document);
  const done = () => {
    onChoose(new Set());
    setMenu(undefined);
    setAsking(undefined);
  };
  const named = () => {
    if (!asking?.label.trim()) return;
    const label = asking.label.trim();
    if (asking.what === 'set') change((model) => moveIntoSet(model, shape.id, ids, { label }));
    else onEdit((each) => gatherFields(each, ids, label, asking.what === 'list' ? 'list' : 'group', sets));
    done();
  };
  const others = shapeLists.flatMap((list) =>
    shapesIn(document, list)
      .filter(({ id }) => id !== shape.id)
      .map((other) => ({ other, list })),
  );
  return (
    <div className={styles.chosenbar} role="toolbar" aria-label="With the chosen fields">
      <span>{chosen.size} chosen</span>
      <Button size="small" onClick={() => setAsking({ what: 'group', label: '' })}>
        Into a group
      </Button>
      <Button size="small" onClick={() => setAsking({ what: 'list', label: '' })}>
        Into a list
      </Button>
      <Button
        size="small"
        aria-haspopup="menu"
        onClick={(event) => setMenu({ at: event.currentTarget, what: 'set' })}
      >
        Into a field set
      </Button>
      <Button
        size="small"
        aria-haspopup="menu"
        onClick={(event) => setMenu({ at: event.currentTarget, what: 'move' })}
      >
        To another type
      </Button>
      <Button
        size="small"
        aria-haspopup="menu"
        onClick={(event) => setMenu({ at: event.currentTarget, what: 'copy' })}
      >
        Copy to another type
      </Button>
      <Button
        size="small"
        onClick={() => {
          onEdit((each) => copyFields(each, ids, sets));
          done();
        }}
      >
        Copy here
      </Button>
      <Button
        size="small"
        color="error"
        onClick={() => {
          onTake(ids);
          done();
        }}
      >
        Take out
      </Button>
      <Button size="small" onClick={done}>
        Choose none
      </Button>
      <Menu anchorEl={menu?.at ?? null} open={menu !== undefined} onClose={() => setMenu(undefined)}>
        {menu?.what === 'set' &&
          document.fieldSets
            .filter(({ id }) => id !== shape.id)
            .map((set) => (
              <MenuItem
                key={set.id}
                onClick={() => {
                  change((model) => moveIntoSet(model, shape.id, ids, { set: set.id }));
                  done();
                }}
              >
                {set.label}
              </MenuItem>
            ))}
        {menu?.what === 'set' && (
          <MenuItem
            onClick={() => {
              setMenu(undefined);
              setAsking({ what: 'set', label: '' });
            }}
          >
            A new set…
          </MenuItem>
        )}
        {menu &&
          menu.what !== 'set' &&
          others.map(({ other, list }) => (
            <MenuItem
              key={other.id}
              onClick={() => {
                change((model) => moveToShape(model, shape.id, ids, other.id, menu.what === 'copy'));
                done();
              }}
            >
              {other.label}
              <small style={{ marginLeft: 10, color: 'var(--pencil)' }}>
                {lists[list].one.toLowerCase()}
              </small>
            </MenuItem>
          ))}
      </Menu>
      <Dialog
        open={asking !== undefined}
        onClose={() => setAsking(undefined)}
        fullWidth
        maxWidth="xs"
        aria-labelledby="gather"
      >
        <DialogTitle id="gather">
          {asking?.what === 'set'
            ? 'Name of the field set'
            : asking?.what === 'list'
              ? 'Name of the list'
              : 'Name of the group'}
        </DialogTitle>
        <DialogContent>
          <form
            id="gather-form"
            onSubmit={(event) => {
              event.preventDefault();
              named();
            }}
          >
            <TextBox
              id="gather-name"
              label="Name"
              autoFocus
              value={asking?.label ?? ''}
              onChange={(label) => asking && setAsking({ ...asking, label })}
              slotProps={{ input: { maxLength: 80 } }}
            />
          </form>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setAsking(undefined)}>Leave it</Button>
          <Button variant="contained" type="submit" form="gather-form" disabled={!asking?.label.trim()}>
            Put together
          </Button>
        </DialogActions>
      </Dialog>
    </div>
  );
}
