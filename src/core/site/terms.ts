/** After how many days what visitors leave goes by itself; what is not said stays. */
export interface Terms {
  /** An account that nobody signs in to. */
  accounts?: number;
  /** What was said on a page, with what answers it. */
  comments?: number;
  /** A message that was sent by a form, and any other letter, as long as it lies in the outbox. */
  messages?: number;
}

export const termBounds = { least: 30, most: 3650 } as const;

/** The terms that are offered, in days, each with its words. */
export const offeredTerms = [
  { days: 90, label: 'three months' },
  { days: 180, label: 'half a year' },
  { days: 365, label: 'a year' },
  { days: 730, label: 'two years' },
  { days: 1825, label: 'five years' },
] as const;
