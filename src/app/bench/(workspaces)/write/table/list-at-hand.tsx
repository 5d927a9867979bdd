'use client';
import { memo, useEffect, useSyncExternalStore, type ReactElement } from 'react';
import { isJsonObject } from '../../../../../core/json';
import { Link } from '../../../../../ui/link';

const KEY = 'clear-frame.list';

/** The list from which one came: where it stands, and the rows of its page in their order. */
interface ListAtHand {
  href: string;
  ids: readonly string[];
}

function read(): string {
  try {
    return window.sessionStorage.getItem(KEY) ?? '';
  } catch {
    // A forbidden storage only takes the way to the next one away.
    return '';
  }
}

function listIn(kept: string): ListAtHand | undefined {
  if (kept === '') return undefined;
  const list: unknown = JSON.parse(kept);
  if (!isJsonObject(list) || typeof list.href !== 'string' || !Array.isArray(list.ids)) return undefined;
  return {
    href: list.href,
    ids: list.ids.filter((id): id is string => typeof id === 'string'),
  };
}

/** Keeps the list that is on the screen, for as long as this window is open, so that its entries lead on to one another. */
export function useListAtHand(ids: readonly string[]): void {
  const all = ids.join(',');
  useEffect(() => {
    const { pathname, search } = window.location;
    const list: ListAtHand = { href: `${pathname}${search}`, ids: all === '' ? [] : all.split(',') };
    try {
      window.sessionStorage.setItem(KEY, JSON.stringify(list));
    } catch {
      // As above.
    }
  }, [all]);
}

const never = () => () => undefined;

/** From an entry to the one before and the one after it in the list from which one came, and back to that list. */
export const ListWays = memo(function ListWays({ id }: { id: string }): ReactElement | null {
  const list = listIn(useSyncExternalStore(never, read, () => ''));
  const at = list?.ids.indexOf(id) ?? -1;
  if (!list || at < 0) return null;
  const [before, after] = [list.ids[at - 1], list.ids[at + 1]];
  return (
    <>
      {before !== undefined && <Link href={`/bench/write/entry/${before}`}>Previous</Link>}
      <Link href={list.href}>
        {at + 1} of {list.ids.length} in the list
      </Link>
      {after !== undefined && <Link href={`/bench/write/entry/${after}`}>Next</Link>}
    </>
  );
});
