import dayjs from 'dayjs';
import { useMemo } from 'react';
import type { VersionRow, VersionsAnswer } from '../../../../contract/versions';
import { compareVersions, type Difference } from '../../../../core/content/versions';
import type { Problem } from '../../../../ui/ask';
import { useAsk } from '../../../../ui/use-ask';
import { versionTime } from '../../../../ui/versions/version-words';
import type { Side } from './as-drawn';

/** Which two versions are compared, as the address says it. */
export interface Asked {
  of: number | undefined;
  against: number | undefined;
  /** A day (ISO 8601), to compare with what visitors saw at its end. */
  seenOn: string | undefined;
}

/** What stands in an address as `against` where it is a day on which visitors saw something. */
export const seenOnDay = (day: string): string => `seen-${day}`;
const DAY = /^seen-(\d{4}-\d{2}-\d{2})$/;

export function askedIn(of: string | null, against: string | null): Asked {
  const number = (text: string | null) =>
    text !== null && /^\d{1,9}$/.test(text) ? Number(text) : undefined;
  return { of: number(of), against: number(against), seenOn: DAY.exec(against ?? '')?.[1] };
}

/**
 * What one compares with where nothing else is said: what visitors see, if that is another version, else the version
 * before.
 */
function usualAgainst(items: readonly VersionRow[], of: number): number | undefined {
  const earlier = items.filter(({ number }) => number < of);
  return (earlier.find(({ showsNow }) => showsNow) ?? earlier[0])?.number;
}

export interface Compared {
  of: number;
  against: number | undefined;
  /** Whether there is nothing before it to compare it with. */
  isFirst: boolean;
  before: Side | undefined;
  after: Side | undefined;
  differences: readonly Difference[] | undefined;
  /** Why one of them cannot be read. */
  error: Problem | null;
}

/** The moment at which a day ends where it is read, or now where that is earlier. */
const endOf = (day: string): string => {
  const end = dayjs(day).endOf('day');
  return (end.isAfter(dayjs()) ? dayjs() : end).toISOString();
};

/** The two versions that are compared, and how they differ. */
export function useCompared(id: string, { items, revision, sort }: VersionsAnswer, asked: Asked): Compared {
  const newest = items[0]?.number ?? revision;
  const of = asked.of ?? newest;
  const against = asked.seenOn === undefined ? (asked.against ?? usualAgainst(items, of)) : undefined;
  const { seenOn } = asked;
  const seenAt = useMemo(() => (seenOn === undefined ? undefined : endOf(seenOn)), [seenOn]);
  // The newest act on a category left it as it is.
  const later = useAsk('version', { path: { id }, query: { number: of } });
  const earlier = useAsk(
    'version',
    { path: { id }, query: seenAt === undefined ? { number: against ?? of } : { seenAt } },
    { enabled: against !== undefined || seenAt !== undefined },
  );
  const isWorking = of === newest && sort !== 'category';
  const after = useMemo(
    () =>
      later.data?.number === of
        ? {
            label: isWorking ? 'Now' : versionTime(later.data.at),
            content: later.data.content,
            asked: { number: of },
          }
        : undefined,
    [isWorking, later.data, of],
  );
  const isFirst = against === undefined && seenAt === undefined;
  const before = useMemo(() => {
    const { data } = earlier;
    // What is new is compared with nothing.
    if (isFirst) return { label: 'Before', content: {}, asked: {} };
    if (!data || (seenAt === undefined && data.number !== against)) return undefined;
    return seenAt === undefined
      ? { label: versionTime(data.at), content: data.content, asked: { number: against ?? 0 } }
      : {
          label: `As seen on ${dayjs(seenAt).format('D MMMM YYYY')}`,
          content: data.content,
          asked: { seenAt },
        };
  }, [against, earlier, isFirst, seenAt]);
  const differences = useMemo(
    () => (before && after ? compareVersions(before.content, after.content) : undefined),
    [before, after],
  );
  return { of, against, isFirst, before, after, differences, error: later.error ?? earlier.error };
}
