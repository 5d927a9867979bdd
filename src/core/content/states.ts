/** One stretch of time in which visitors see a version: from `starts` until just before `ends`, in ms since 1970. */
export interface Span {
  starts: number;
  ends: number;
}

/** The end of a span that has no end. */
export const FOREVER = Date.UTC(9999, 11, 31);

/** What the working version is at. */
export type Stage = 'draft' | 'review';

export const states = ['draft', 'review', 'scheduled', 'published', 'withdrawn', 'binned'] as const;
export type State = (typeof states)[number];

/** Whether visitors see something on any page. */
export const shownAnswers = ['somewhere', 'nowhere'] as const;
export type ShownAnswer = (typeof shownAnswers)[number];

export const stateLabels: Record<State, string> = {
  draft: 'Draft',
  review: 'In review',
  scheduled: 'Scheduled',
  published: 'Published',
  withdrawn: 'Withdrawn',
  binned: 'Binned',
};

export const isLive = (span: Span, now: number): boolean => span.starts <= now && now < span.ends;

/** The one word that tells how a thing stands: what waits for review first, then what visitors see. */
export function stateAt(
  thing: { stage: Stage; spans: readonly Span[]; binned: boolean },
  now: number,
): State {
  if (thing.binned) return 'binned';
  if (thing.stage === 'review') return 'review';
  if (thing.spans.some((span) => isLive(span, now))) return 'published';
  if (thing.spans.some((span) => span.starts > now)) return 'scheduled';
  return thing.spans.length > 0 ? 'withdrawn' : 'draft';
}

/** What becomes of the spans there are, when a new one is put in. */
export interface SpanPlan<S extends Span> {
  /** Spans that go, since the new one takes their whole time. */
  drop: S[];
  /** Spans that end when the new one begins. */
  shorten: { span: S; ends: number }[];
  /** When the new one ends: as was asked for, or when the next that waits begins. */
  ends: number;
}

/**
 * Makes room for a new span: one thing never has two versions at one moment. What begins later waits on, and follows the
 * new one in its order; what begins at the same moment gives way. Spans that are over are left as they are.
 */
export function makeRoom<S extends Span>(spans: readonly S[], next: Span, now: number): SpanPlan<S> {
  const later = spans.filter(({ starts }) => starts > Math.max(next.starts, now));
  const plan: SpanPlan<S> = {
    drop: [],
    shorten: [],
    ends: Math.min(next.ends, ...later.map(({ starts }) => starts)),
  };
  for (const span of spans) {
    if (span.ends <= now || later.includes(span)) continue;
    if (span.starts >= next.starts) plan.drop.push(span);
    else if (span.ends > next.starts) plan.shorten.push({ span, ends: next.starts });
  }
  return plan;
}

/** The stretches of time in which something is seen, in order: versions that follow one another at once are one stretch. */
export function stretches(spans: readonly Span[]): Span[] {
  const joined: Span[] = [];
  for (const { starts, ends } of [...spans].sort((a, b) => a.starts - b.starts)) {
    const last = joined.at(-1);
    if (last && last.ends >= starts) last.ends = Math.max(last.ends, ends);
    else joined.push({ starts, ends });
  }
  return joined;
}

/** How many stretches, now and to come, may be planned: what tells a state by the clock alone knows so many. */
export const MOST_STRETCHES = 2;
