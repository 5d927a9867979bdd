'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { MediaAnswer } from '../../../../../contract/media';
import { newId } from '../../../../../core/ids';
import { FOLDERS } from '../../../../../core/model/media-type';
import { ask, sendFile, wordsOf } from '../../../../../ui/ask';
import { useTell } from '../../../../../ui/telling';

/** A file that is to come in, and the folders it lay in where it came from, from the outermost on. */
export interface FileToBring {
  file: File;
  within: readonly string[];
}

/** A file on its way in: how much of it is sent (0 to 1), and what went wrong. */
export interface Coming extends FileToBring {
  key: string;
  share: number;
  problem?: string;
}

/** Makes the folders that files lay in where they are not there yet, each once; answers the innermost. */
function folderMaker(open: string | undefined): (within: readonly string[]) => Promise<string | undefined> {
  const known = new Map<string, Promise<string>>();
  const below = async (parent: string | null, label: string): Promise<string> => {
    const { items } = await ask('categories', { path: { id: FOLDERS } });
    const there = items.find((each) => each.parent === parent && each.label === label);
    return there?.id ?? (await ask('addCategory', { path: { id: FOLDERS }, body: { label, parent } })).id;
  };
  return async (within) => {
    let at = open;
    for (const [depth, label] of within.entries()) {
      const path = within.slice(0, depth + 1).join('/');
      const made = known.get(path) ?? below(at ?? null, label.slice(0, 120));
      known.set(path, made);
      at = await made;
    }
    return at;
  };
}

/** What did not come in, said to somebody who is elsewhere by then. */
function leftInWords([first = '', ...others]: readonly string[]): string {
  const more = others.length === 0 ? '' : ` and ${others.length} other file${others.length === 1 ? '' : 's'}`;
  return `${first}${more} did not come in. Bring ${more ? 'them' : 'it'} in again under Media.`;
}

export interface BringIn {
  coming: readonly Coming[];
  isBusy: boolean;
  /** Brings files in one after the other; answers the last that came. */
  bring: (files: readonly FileToBring[]) => Promise<MediaAnswer | undefined>;
  /** Stops: what is on its way, and what waits, stays out until it is tried again. */
  stop: () => void;
  /** Tries again what did not come in. */
  retry: () => Promise<MediaAnswer | undefined>;
  forget: () => void;
}

/** Brings files, and whole folders of them, into the folder that is open, where one is. */
export function useBringIn(folder: string | undefined): BringIn {
  const client = useQueryClient();
  const [coming, setComing] = useState<readonly Coming[]>([]);
  const [underWay, setUnderWay] = useState(0);
  const stands = useRef(false);
  useEffect(() => {
    stands.current = true;
    return () => {
      stands.current = false;
    };
  }, []);
  const tell = useTell();
  const controllers = useRef(new Set<AbortController>());
  const follow = () =>
    Promise.all(
      ['media', 'categories', 'categoryCounts', 'overview'].map((key) =>
        client.invalidateQueries({ queryKey: [key] }),
      ),
    );
  const send = async (all: readonly Coming[]): Promise<MediaAnswer | undefined> => {
    const controller = new AbortController();
    const { signal } = controller;
    controllers.current.add(controller);
    const folderOf = folderMaker(folder);
    const set = (key: string, change: Partial<Coming>) =>
      setComing((now) => now.map((each) => (each.key === key ? { ...each, ...change } : each)));
    let last: MediaAnswer | undefined;
    const left: string[] = [];
    // Who closes the window is asked first: what is not in by then stays out.
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    setUnderWay((now) => now + 1);
    for (const { key, file, within } of all) {
      if (signal.aborted) {
        set(key, { problem: 'It was stopped before it came in.' });
        continue;
      }
      try {
        const lies = await folderOf(within);
        last = await sendFile(
          'addMedia',
          file,
          { name: file.name, ...(lies === undefined ? {} : { folder: lies }) },
          (share) => set(key, { share }),
          undefined,
          signal,
        );
        setComing((now) => now.filter((each) => each.key !== key));
      } catch (error) {
        set(key, { problem: wordsOf(error), share: 0 });
        left.push(file.name);
      }
      await follow();
    }
    controllers.current.delete(controller);
    window.removeEventListener('beforeunload', warn);
    // Where the files are listed each says so itself; elsewhere nobody would hear of it.
    if (left.length > 0 && !stands.current) tell(leftInWords(left));
    setUnderWay((now) => now - 1);
    return last;
  };
  return {
    coming,
    isBusy: underWay > 0,
    bring: (files) => {
      const all = files.map((each): Coming => ({ ...each, key: newId(), share: 0 }));
      setComing((now) => [...now, ...all]);
      return send(all);
    },
    stop: () => {
      for (const controller of controllers.current) controller.abort();
    },
    retry: () => {
      const again = coming
        .filter(({ problem }) => problem !== undefined)
        .map(({ problem: _problem, ...each }): Coming => each);
      setComing(again);
      return send(again);
    },
    forget: () => setComing((now) => now.filter(({ problem }) => problem === undefined)),
  };
}
