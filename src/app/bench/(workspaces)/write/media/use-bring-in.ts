'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { MediaAnswer } from '../../../../../contract/media';
import { sendFile, wordsOf } from '../../../../../ui/ask';

/** A file on its way in: how much of it is sent (0 to 1), and what went wrong. */
export interface Coming {
  name: string;
  share: number;
  problem?: string;
}

/** Brings files in one after the other, into a folder where one is open. */
export function useBringIn(folder: string | undefined): {
  coming: readonly Coming[];
  bring: (files: readonly File[]) => Promise<MediaAnswer | undefined>;
  forget: () => void;
} {
  const client = useQueryClient();
  const [coming, setComing] = useState<Coming[]>([]);
  const bring = async (files: readonly File[]): Promise<MediaAnswer | undefined> => {
    const set = (name: string, change: Partial<Coming>) =>
      setComing((all) => all.map((each) => (each.name === name ? { ...each, ...change } : each)));
    setComing(files.map(({ name }) => ({ name, share: 0 })));
    let last: MediaAnswer | undefined;
    for (const file of files) {
      try {
        last = await sendFile(
          'addMedia',
          file,
          { name: file.name, ...(folder === undefined ? {} : { folder }) },
          (share) => set(file.name, { share }),
        );
        setComing((all) => all.filter(({ name }) => name !== file.name));
      } catch (error) {
        set(file.name, { problem: wordsOf(error) });
      }
      await Promise.all(
        ['media', 'categoryCounts', 'overview'].map((key) => client.invalidateQueries({ queryKey: [key] })),
      );
    }
    return last;
  };
  return {
    coming,
    bring,
    forget: () => setComing((all) => all.filter(({ problem }) => problem === undefined)),
  };
}
