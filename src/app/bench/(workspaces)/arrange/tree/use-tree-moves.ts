'use client';
import { useQueryClient } from '@tanstack/react-query';
import type { KeyboardEvent } from 'react';
import { useCallback } from 'react';
import type { BranchPage } from '../../../../../contract/pages';
import type { Id } from '../../../../../core/ids';
import { homesIn, stepTo, type NewPlace } from '../../../../../core/site/tree-places';
import { ask, wordsOf } from '../../../../../ui/ask';
import { useModel } from '../../../../../ui/model-in-force';
import { useTell } from '../../../../../ui/telling';

const ways = { ArrowUp: 'up', ArrowDown: 'down', ArrowRight: 'in', ArrowLeft: 'out' } as const;

/** Moves pages in the tree: at once, told with the address that follows; what may not be is told with why. */
export function useTreeMoves(pages: readonly BranchPage[]): {
  move: (page: Id, place: NewPlace) => Promise<void>;
  onKey: (page: Id, event: KeyboardEvent) => void;
} {
  const model = useModel();
  const client = useQueryClient();
  const tell = useTell();
  const move = useCallback(
    async (id: Id, { parent, after }: NewPlace): Promise<void> => {
      const page = pages.find((each) => each.id === id);
      if (!page) return;
      const beside = pages.filter((each) => each.parent === page.parent);
      const at = beside.findIndex((each) => each.id === id);
      const isThere = after === undefined ? at === beside.length - 1 : (beside[at - 1]?.id ?? null) === after;
      if (page.parent === parent && isThere) return;
      const why = page.parent === parent ? undefined : homesIn(model, pages, id)(parent);
      if (why !== undefined) {
        tell(why);
        return;
      }
      try {
        // Somebody may have written in it since the tree was told.
        const { revision } = await ask('page', { path: { id } });
        const moved = await ask('movePage', {
          path: { id },
          revision,
          body: { parent, ...(after === undefined ? {} : { after }) },
        });
        const home = pages.find((each) => each.id === parent)?.title ?? '';
        tell(
          moved.address === page.address
            ? `“${page.title}” stands in another order now.`
            : `“${page.title}” stands under ${home}, at ${moved.address}. What stood at ${page.address} leads there.`,
        );
      } catch (error) {
        tell(wordsOf(error));
      } finally {
        await client.invalidateQueries();
      }
    },
    [client, model, pages, tell],
  );
  const onKey = useCallback(
    (id: Id, event: KeyboardEvent) => {
      const way = Object.entries(ways).find(([key]) => key === event.key)?.[1];
      if (!event.altKey || way === undefined) return;
      event.preventDefault();
      const place = stepTo(pages, id, way);
      if (place) void move(id, place);
    },
    [move, pages],
  );
  return { move, onKey };
}
