import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { VersionedSort } from '../../contract/versions';
import { patchTo, type VersionContent } from '../../core/content/versions';
import { piecesOfPointer, type Fault } from '../../core/faults';
import { isJsonObject, type JsonObject } from '../../core/json';
import { ask, Problem, wordsOf } from '../ask';

interface Of {
  id: string;
  sort: VersionedSort;
  revision: number;
}

/** Makes the working version of a record say something else. Throws a `Problem` where the server refuses it. */
async function change({ id, sort, revision }: Of, patch: JsonObject): Promise<void> {
  const path = { id };
  const body = { ...patch, apart: 'restored' as const };
  if (sort === 'entry') await ask('changeEntry', { path, revision, body });
  else if (sort === 'page') await ask('changePage', { path, revision, body });
  else if (sort === 'listing') await ask('changeListing', { path, revision, body });
  else if (sort === 'medium') await ask('changeMedium', { path, revision, body });
  else if (sort === 'shared') await ask('changeSharedBlock', { path, revision, body });
  else {
    const { parent, ...own } = patch;
    let at = revision;
    if (Object.keys(own).length > 0)
      ({ revision: at } = await ask('changeCategory', { path, revision, body: own }));
    if (parent === null || typeof parent === 'string')
      await ask('moveCategory', { path, revision: at, body: { parent } });
  }
}

/** What is wanted, but for the parts at fault: they stay as they are. Nothing where no part can be told. */
function without(
  wanted: VersionContent,
  now: VersionContent,
  faults: readonly Fault[],
): VersionContent | undefined {
  let left = wanted;
  for (const { path } of faults) {
    const [part = '', ...names] = piecesOfPointer(path);
    const depth = part === 'translations' ? 2 : ['values', 'slots', 'rule'].includes(part) ? 1 : 0;
    const at = [part, ...names.slice(0, depth)];
    if (at.length <= depth) return undefined;
    const stay = (of: JsonObject, is: JsonObject, [name = '', ...rest]: string[]): JsonObject => {
      const [inside, there] = [of[name], is[name]];
      return {
        ...of,
        [name]:
          rest.length > 0
            ? stay(isJsonObject(inside) ? inside : {}, isJsonObject(there) ? there : {}, rest)
            : (there ?? null),
      };
    };
    left = stay(left, now, at);
  }
  return left;
}

/** How often parts that the server refuses are left out before it is given up. */
const TRIES = 5;

/**
 * Puts back what an earlier version says, as a change like any other: it can be undone, and is checked as
 * all else is. What cannot be put back (it names something that is gone) stays as it is, and why is told.
 */
export function usePutBack(of: Of): {
  busy: boolean;
  /** What stays as it is, in words; or why nothing could be done. */
  problems: readonly string[];
  putBack(now: VersionContent, wanted: VersionContent): Promise<boolean>;
} {
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<readonly string[]>([]);
  return {
    busy,
    problems,
    putBack: async (now, wanted) => {
      setBusy(true);
      const left: string[] = [];
      let target: VersionContent | undefined = wanted;
      try {
        for (let n = 0; target && n < TRIES; n += 1) {
          const patch = patchTo(now, target);
          if (Object.keys(patch).length === 0) break;
          try {
            await change(of, patch);
            break;
          } catch (error) {
            const faults = error instanceof Problem ? error.faults : [];
            target = faults.length > 0 ? without(target, now, faults) : undefined;
            if (!target || n === TRIES - 1) throw error;
            left.push(...faults.map(({ message }) => message));
          }
        }
        setProblems(left);
        return true;
      } catch (error) {
        setProblems([
          error instanceof Problem && error.status === 412
            ? 'Somebody changed it meanwhile. What it says now stands here; nothing was taken back.'
            : wordsOf(error),
        ]);
        return false;
      } finally {
        await client.invalidateQueries();
        setBusy(false);
      }
    },
  };
}
