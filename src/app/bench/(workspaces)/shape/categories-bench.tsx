'use client';
import { Button, OutlinedInput } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import type { Scheme } from '../../../../core/model/document';
import { FOLDERS } from '../../../../core/model/media-type';
import { wordsOf } from '../../../../ui/ask';
import { ask } from '../../../../ui/ask';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Note } from '../../../../ui/marks';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { CategoryDetail } from './category-detail';
import { CategoryImport } from './category-import';
import { CategoryTree, type CategoryPlace } from './category-tree';
import styles from './categories.module.css';

/**
 * The categories of a scheme: a tree to make, name, move, merge, split, sort and take away. They are content,
 * so every step is kept at once.
 */
export function CategoriesBench({
  scheme,
  inForce,
  mayChange,
}: {
  scheme: Scheme;
  inForce: boolean;
  mayChange: boolean;
}): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const path = { id: scheme.id };
  const { data } = useAsk('categories', { path }, { enabled: inForce });
  const { data: counts } = useAsk('categoryCounts', { path }, { enabled: inForce });
  const asked = useSearchParams().get('at');
  const [here, setHere] = useState<string | undefined>(asked ?? undefined);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string>();
  const [reading, setReading] = useState(false);
  if (!inForce)
    return (
      <div className={look.empty}>
        <strong>{scheme.label} is not in force yet.</strong>
        <p>Its categories can be made as soon as the working copy is put in force, from the change sheet.</p>
      </div>
    );
  const items = data?.items ?? [];
  const chosen = items.find(({ id }) => id === here);
  const flat = scheme.sort === 'tags';
  const word = scheme.id === FOLDERS ? 'folder' : flat ? 'tag' : 'category';
  const act = async (what: () => Promise<unknown>, done?: string): Promise<boolean> => {
    setProblem(undefined);
    try {
      const answer = await what();
      const goesOn = typeof answer === 'object' && answer !== null && 'goesOn' in answer;
      if (done) tell(goesOn ? 'Many are in it. It is done in Watch, under Long work.' : done);
      return true;
    } catch (error) {
      setProblem(wordsOf(error));
      return false;
    } finally {
      await Promise.all([
        client.invalidateQueries({ queryKey: ['categories'] }),
        client.invalidateQueries({ queryKey: ['categoryCounts'] }),
      ]);
    }
  };
  const add = async (parent: string | null) => {
    const label = name.trim();
    if (!label) return;
    if (await act(async () => setHere((await ask('addCategory', { path, body: { label, parent } })).id)))
      setName('');
  };
  const move = (id: string, to: CategoryPlace) => {
    const moved = items.find((item) => item.id === id);
    const above = items.find((item) => item.id === to.parent);
    if (moved)
      void act(
        () => ask('moveCategory', { path: { id }, revision: moved.revision, body: to }),
        to.parent === moved.parent
          ? `${moved.label} stands elsewhere among those beside it.`
          : `${moved.label} is moved ${above ? `below ${above.label}` : 'to the top'}. Its old addresses lead on.`,
      );
  };
  return (
    <div className={styles.bench}>
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      <div className={styles.bar}>
        {mayChange && (
          <form
            className={styles.new}
            onSubmit={(event) => {
              event.preventDefault();
              void add(flat ? null : (chosen?.parent ?? null));
            }}
          >
            <OutlinedInput
              size="small"
              value={name}
              placeholder={`Name of a new ${word}`}
              onChange={({ target }) => setName(target.value)}
              slotProps={{ input: { 'aria-label': `Name of a new ${word}`, maxLength: 120 } }}
            />
            <Button type="submit" disabled={!name.trim()}>
              {chosen && chosen.parent !== null
                ? `Add beside ${chosen.label}`
                : flat
                  ? 'Add it'
                  : 'Add at the top'}
            </Button>
            {!flat && chosen && (
              <Button disabled={!name.trim()} onClick={() => void add(chosen.id)}>
                Add below {chosen.label}
              </Button>
            )}
          </form>
        )}
        {mayChange && <Button onClick={() => setReading(true)}>Read in a list…</Button>}
        {mayChange && items.length > 1 && (
          <Button
            onClick={() =>
              void act(
                () => ask('sortCategories', { path, body: { parent: chosen?.id ?? null } }),
                chosen
                  ? `What stands below ${chosen.label} is in the order of its names.`
                  : 'The top is in the order of its names.',
              )
            }
          >
            {chosen && !flat ? `Sort below ${chosen.label}` : 'Sort by name'}
          </Button>
        )}
      </div>
      <div className={styles.sides}>
        <Frame label={scheme.id === FOLDERS ? scheme.label : `Categories of ${scheme.label}`}>
          {data && items.length === 0 ? (
            <div className={look.empty}>
              <strong>No {scheme.id === FOLDERS ? 'folders' : flat ? 'tags' : 'categories'} yet.</strong>
              <p>
                Type the first one’s name above, or read in a list: one name a line, those below indented.
              </p>
            </div>
          ) : (
            <CategoryTree
              items={items}
              counts={counts?.items ?? []}
              here={here}
              flat={flat}
              mayChange={mayChange}
              onSelect={setHere}
              onMove={move}
            />
          )}
        </Frame>
        {chosen && (
          <CategoryDetail
            key={chosen.id}
            scheme={scheme}
            category={chosen}
            items={items}
            counts={counts?.items.find(({ id }) => id === chosen.id)}
            mayChange={mayChange}
            act={act}
            onGone={() => setHere(undefined)}
          />
        )}
      </div>
      {reading && (
        <CategoryImport
          scheme={scheme}
          onClose={() => setReading(false)}
          onDone={(made) => {
            setReading(false);
            tell(`${made} ${made === 1 ? 'category is' : 'categories are'} read in.`);
            void client.invalidateQueries({ queryKey: ['categories'] });
          }}
        />
      )}
    </div>
  );
}
