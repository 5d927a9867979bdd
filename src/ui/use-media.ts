'use client';
import { useInfiniteQuery } from '@tanstack/react-query';
import type { MediaAnswer } from '../contract/media';
import { ask, type Problem, type Question } from './ask';

export type MediaAsked = Omit<NonNullable<Question<'media'>['query']>, 'after' | 'limit'>;

/** How many are asked for at one time. */
const PAGE = 60;

export interface MediaFound {
  /** Those that were asked for so far; nothing until the first are there. */
  items: MediaAnswer[] | undefined;
  total: number;
  error: Problem | null;
  hasMore: boolean;
  isFetching: boolean;
  more: () => void;
}

/** Media that are like something, the newest first, as many as one goes on to ask for. */
export function useMedia(asked: MediaAsked): MediaFound {
  const found = useInfiniteQuery<Awaited<ReturnType<typeof askMedia>>, Problem>({
    queryKey: ['media', null, asked],
    queryFn: ({ pageParam, signal }) => askMedia(asked, Number(pageParam), signal),
    initialPageParam: 0,
    getNextPageParam: ({ next }) => next,
    placeholderData: (last) => last,
  });
  const pages = found.data?.pages;
  return {
    items: pages?.flatMap(({ items }) => items),
    total: pages?.[0]?.total ?? 0,
    error: found.error,
    hasMore: found.hasNextPage,
    isFetching: found.isFetching,
    more: () => void found.fetchNextPage(),
  };
}

const askMedia = (asked: MediaAsked, after: number, signal: AbortSignal) =>
  ask('media', { query: { ...asked, limit: PAGE, ...(after > 0 ? { after } : {}) }, signal });
