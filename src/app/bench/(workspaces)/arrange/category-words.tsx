'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { PageAnswer } from '../../../../contract/pages';
import type { Id } from '../../../../core/ids';
import { ask, wordsOf } from '../../../../ui/ask';
import { CategoryPick } from '../../../../ui/category-pick-later';
import { trailsOf } from '../../../../ui/category-trails';
import { useGoing } from '../../../../ui/going';
import { Labelled } from '../../../../ui/labelled';
import { useAsk } from '../../../../ui/use-ask';
import styles from './arrange.module.css';
import { useTreeSeen } from './tree/use-tree-seen';
import { Link } from '../../../../ui/link';

interface Props {
  /** The page that says how the pages of all categories are. */
  page: PageAnswer;
  scheme: Id;
  /** The category it is looked at by. */
  shown: Id | undefined;
  onShown: (category: Id) => void;
  disabled: boolean;
}

/** By which category the page is looked at, and the way to that category's own words. */
export function CategoryWords({ page, scheme, shown, onShown, disabled }: Props): ReactElement {
  const client = useQueryClient();
  const { begin: goingOn } = useGoing();
  const { data: categories } = useAsk('categories', { path: { id: scheme } });
  const items = categories?.items ?? [];
  const tree = useTreeSeen(page.id);
  const [problem, setProblem] = useState<string>();
  const words = (tree?.pages ?? []).filter(({ parent, category }) => parent === page.id && category !== null);
  const own = words.find(({ category }) => category === shown);
  const begin = async () => {
    if (shown === undefined) return;
    const on = goingOn();
    try {
      const { id } = await ask('addPage', { body: { type: page.type, parent: page.id, category: shown } });
      void client.invalidateQueries();
      on(`/bench/arrange/${id}`);
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Labelled
      id="shown-category"
      label="Looked at by"
      help={
        words.length === 0
          ? tree && 'No category has words of its own yet.'
          : `With words of their own: ${words.map(({ title }) => title).join(', ')}.`
      }
      faults={problem === undefined ? [] : [problem]}
    >
      <div className={styles.byCategory}>
        <CategoryPick
          id="shown-category"
          offered={items}
          trails={trailsOf(items)}
          value={shown}
          onPick={onShown}
          placeholder="The first with something in it"
        />
        {own && (
          <Button component={Link} href={`/bench/arrange/${own.id}`}>
            Its own words
          </Button>
        )}
        {!own && !disabled && (
          <Button disabled={shown === undefined} onClick={() => void begin()}>
            Give it words of its own
          </Button>
        )}
      </div>
    </Labelled>
  );
}
