'use client';
import {
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  IconButton,
  OutlinedInput,
  Radio,
} from '@mui/material';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { useMemo, useState, type ReactElement } from 'react';
import type { CategoryAnswer } from '../contract/categories';
import { folded } from '../core/mapping/rule/matches';
import type { Id } from '../core/ids';
import styles from './category-browse.module.css';

/** How many rows of the tree are drawn: what is sought, or opened, finds the others. */
const DRAWN = 300;

interface TreeRow {
  item: CategoryAnswer;
  hasBelow: boolean;
  isOpen: boolean;
}

/** The rows of the tree that are seen: what has the words with what stands above it, else what is opened. */
function rowsOf(items: readonly CategoryAnswer[], words: string, opened: ReadonlySet<Id>): TreeRow[] {
  const parents = new Map(items.map(({ id, parent }) => [id, parent]));
  const hasBelow = new Set(items.map(({ parent }) => parent));
  const above = (id: Id): Id[] => {
    const trail: Id[] = [];
    for (let at = parents.get(id); at; at = parents.get(at)) trail.push(at);
    return trail;
  };
  const sought = folded(words.trim());
  if (sought === '')
    return items.flatMap((item) =>
      above(item.id).every((id) => opened.has(id) || !parents.has(id))
        ? [{ item, hasBelow: hasBelow.has(item.id), isOpen: opened.has(item.id) }]
        : [],
    );
  const seen = new Set(
    items.flatMap(({ id, label }) => (folded(label).includes(sought) ? [id, ...above(id)] : [])),
  );
  return items.flatMap((item) => (seen.has(item.id) ? [{ item, hasBelow: false, isOpen: true }] : []));
}

/** The categories of a scheme as a tree, branch by branch, to choose from. */
export function CategoryBrowse({
  title,
  offered,
  chosen,
  several,
  onChange,
  onClose,
}: {
  title: string;
  /** In reading order, each right before those below it. */
  offered: readonly CategoryAnswer[];
  chosen: readonly Id[];
  several: boolean;
  onChange: (chosen: Id[]) => void;
  onClose: () => void;
}): ReactElement {
  const [words, setWords] = useState('');
  const [opened, setOpened] = useState<ReadonlySet<Id>>(() => {
    const parents = new Map(offered.map(({ id, parent }) => [id, parent]));
    const open = new Set<Id>();
    // What is chosen is seen at once.
    for (const id of chosen) for (let at = parents.get(id); at; at = parents.get(at)) open.add(at);
    return open;
  });
  const rows = useMemo(() => rowsOf(offered, words, opened), [offered, words, opened]);
  const toggle = (id: Id) =>
    setOpened((was) => new Set(was.has(id) ? [...was].filter((each) => each !== id) : [...was, id]));
  const least = Math.min(...offered.map(({ depth }) => depth));
  const choose = (id: Id, on: boolean) => {
    if (!several) {
      onChange(on ? [id] : []);
      onClose();
    } else onChange(on ? [...chosen, id] : chosen.filter((each) => each !== id));
  };
  const Tick = several ? Checkbox : Radio;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>{title}</DialogTitle>
      <DialogContent>
        <OutlinedInput
          type="search"
          fullWidth
          autoFocus
          value={words}
          placeholder="Find by name"
          inputProps={{ 'aria-label': 'Find by name' }}
          onChange={({ target }) => setWords(target.value)}
        />
        <ul className={styles.tree}>
          {rows.slice(0, DRAWN).map(({ item, hasBelow, isOpen }) => (
            <li key={item.id} style={{ paddingLeft: (item.depth - least) * 20 }}>
              {hasBelow ? (
                <IconButton
                  aria-label={`What is below ${item.label}`}
                  aria-expanded={isOpen}
                  onClick={() => toggle(item.id)}
                >
                  {isOpen ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
                </IconButton>
              ) : (
                <span className={styles.leaf} />
              )}
              <label>
                <Tick
                  checked={chosen.includes(item.id)}
                  onChange={({ target }) => choose(item.id, target.checked)}
                />
                {item.label}
              </label>
            </li>
          ))}
        </ul>
        {rows.length === 0 && <p className={styles.none}>Nothing has these words in its name.</p>}
        {rows.length > DRAWN && (
          <p className={styles.none}>{rows.length - DRAWN} more: find them by their names.</p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{several ? 'Done' : 'Close'}</Button>
      </DialogActions>
    </Dialog>
  );
}
