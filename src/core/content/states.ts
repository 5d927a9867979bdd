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
  /** Spans that go, since the new one takes their whole time or they had not begun. */
  drop: S[];
  /** Spans that end when the new one begins. */
  shorten: { span: S; ends: number }[];
}

/**
 * Makes room for a new span: one thing never has two versions at one moment, and at most one version waits to begin.
 * Spans that are over are left as they are.
 */
export function makeRoom<S extends Span>(spans: readonly S[], next: Span, now: number): SpanPlan<S> {
  const plan: SpanPlan<S> = { drop: [], shorten: [] };
  for (const span of spans) {
    if (span.ends <= now) continue;
    if (span.starts >= next.starts || span.starts > now) plan.drop.push(span);
    else if (span.ends > next.starts) plan.shorten.push({ span, ends: next.starts });
  }
  return plan;
}
