import type { OverviewAnswer } from '../../contract/overview';

export interface Station {
  key: string;
  label: string;
  href: string;
  /** What waits there, and whether it asks for attention. */
  waits(overview: OverviewAnswer): { words: string; due: boolean };
}

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** The six workspaces in the order of the job. */
export const stations: readonly Station[] = [
  {
    key: 'shape',
    label: 'Shape',
    href: '/bench/shape',
    waits: ({ checks }) => ({ words: count(checks, 'check', 'checks'), due: checks > 0 }),
  },
  {
    key: 'write',
    label: 'Write',
    href: '/bench/write',
    waits: ({ drafts }) => ({ words: count(drafts, 'draft', 'drafts'), due: false }),
  },
  {
    key: 'map',
    label: 'Map',
    href: '/bench/map',
    waits: ({ listings }) => ({ words: count(listings, 'listing', 'listings'), due: false }),
  },
  {
    key: 'arrange',
    label: 'Arrange',
    href: '/bench/arrange',
    waits: ({ pages }) => ({ words: count(pages, 'page', 'pages'), due: false }),
  },
  {
    key: 'release',
    label: 'Release',
    href: '/bench/release',
    waits: ({ inReview }) => ({ words: count(inReview, 'waits', 'wait'), due: inReview > 0 }),
  },
  {
    key: 'watch',
    label: 'Watch',
    href: '/bench/watch',
    waits: ({ said, longWork: { open, failed } }) =>
      failed > 0
        ? { words: count(failed, 'failed', 'failed'), due: true }
        : said > 0
          ? { words: `${said} to look at`, due: true }
          : { words: open > 0 ? `${open} under way` : 'who did what', due: false },
  },
];
