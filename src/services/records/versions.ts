import type { ShownSpan } from '../../contract/entries';
import {
  FOREVER,
  isLive,
  makeRoom,
  MOST_STRETCHES,
  stateAt,
  stretches,
  type Span,
  type SpanPlan,
  type State,
} from '../../core/content/states';
import type { Fault } from '../../core/faults';
import {
  dropLive,
  endLive,
  liveOf,
  liveOfMany,
  putLive,
  type KeptRecord,
  type LiveVersion,
  type NewLive,
} from '../../store/records';
import type { Publication } from '../../contract/entries';
import type { Refusal } from '../runtime/refusal';
import { invalidInput } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import type { Act } from './act';

/** What every answer about a versioned thing tells of its versions. */
export interface PublicationState {
  state: State;
  shown: ShownSpan[];
  /** Whether the working version differs from the newest that visitors see or will see. */
  differs: boolean;
}

export const spanAnswer = ({ starts, ends }: Span): ShownSpan => ({
  from: new Date(starts).toISOString(),
  ...(ends >= FOREVER ? {} : { until: new Date(ends).toISOString() }),
});

/** How something stands by the spans of its versions, each with whether it says what the working version says. */
export function publicationStateBy(
  thing: Pick<KeptRecord, 'stage' | 'binnedAt'>,
  spans: readonly (Span & { same: boolean })[],
  now: number,
): PublicationState {
  const current = spans.filter(({ ends }) => ends > now);
  return {
    state: stateAt({ stage: thing.stage, spans, binned: thing.binnedAt !== null }, now),
    shown: current.map(spanAnswer),
    differs: current.at(-1)?.same === false,
  };
}

export const publicationStateOf = (
  record: Pick<KeptRecord, 'stage' | 'binnedAt' | 'body'>,
  versions: readonly LiveVersion[],
  now: number,
): PublicationState =>
  publicationStateBy(
    record,
    versions.map((version) => ({ ...version, same: version.body === record.body })),
    now,
  );

/** The span a publication asks for. */
export function spanOf({ from, until }: Publication, now: number): Span {
  const starts = Math.max(from === undefined ? now : Date.parse(from), now);
  const ends = until === undefined ? FOREVER : Date.parse(until);
  const faults: Fault[] =
    ends <= starts
      ? [{ path: '/until', code: 'order', message: 'It would come down before it goes up.' }]
      : [];
  if (faults.length > 0) throw invalidInput(faults);
  return { starts, ends };
}

/** Refuses times with more gaps between them than can be told by the clock. */
function expectTellable(
  versions: readonly LiveVersion[],
  { drop, shorten, ends }: SpanPlan<LiveVersion>,
  { starts }: Span,
  now: number,
): void {
  const left = versions
    .filter((version) => version.ends > now && !drop.includes(version))
    .map((version): Span => ({
      starts: version.starts,
      ends: shorten.find(({ span }) => span === version)?.ends ?? version.ends,
    }));
  const planned = stretches([...left, { starts, ends }].filter((span) => span.ends > now));
  if (planned.length > MOST_STRETCHES)
    throw invalidInput([
      {
        path: '/from',
        code: 'stretches',
        message: `Visitors can see it in at most ${MOST_STRETCHES} stretches of time that are planned, with nothing between them.`,
      },
    ]);
}

/** Takes down the version alone that waits to begin at a moment (ISO 8601). Refused where none does. */
export async function takeDownWaiting(act: Act, record: number, from: string): Promise<void> {
  await act.touch([record]);
  const starts = Date.parse(from);
  const waiting = (await liveOf(act.tx, record)).find((version) => version.starts === starts);
  if (!waiting || waiting.starts <= act.now)
    throw invalidInput([{ path: '/from', code: 'not-there', message: 'No version waits to begin then.' }]);
  await dropLive(act.tx, waiting.id);
}

/** Lets visitors see the working versions of records in a span, making room among the versions that each has. */
export async function allGoLive(act: Act, records: readonly KeptRecord[], span: Span): Promise<void> {
  const { tx, now } = act;
  const ids = records.map(({ id }) => id);
  await act.touch(ids);
  const versions = await liveOfMany(tx, ids);
  const fresh: NewLive[] = [];
  for (const { id, title, body } of records) {
    const own = versions.get(id) ?? [];
    const plan = makeRoom(own, span, now);
    expectTellable(own, plan, span, now);
    for (const version of plan.drop) await dropLive(tx, version.id);
    for (const { span: version, ends } of plan.shorten) {
      if (ends > version.starts) await endLive(tx, version.id, ends);
      else await dropLive(tx, version.id);
    }
    const seen = { starts: span.starts, ends: plan.ends };
    fresh.push({ record: id, title, body, model: act.model, ...seen, at: now, by: act.by });
  }
  await putLive(tx, fresh);
}

/** The same of one record. */
export const goLive = (act: Act, record: KeptRecord, span: Span): Promise<void> =>
  allGoLive(act, [record], span);

/** Takes everything down: what visitors see ends now, what waits to begin goes. */
export async function comeDown(act: Act, record: number): Promise<void> {
  const { tx, now } = act;
  await act.touch([record]);
  for (const version of await liveOf(tx, record)) {
    if (isLive(version, now) && version.starts < now) await endLive(tx, version.id, now);
    else if (version.starts >= now) await dropLive(tx, version.id);
  }
}

/** Holds a change against the revision it was made from. */
export function expectRevision(record: KeptRecord, revision: number, tell: () => Refusal): void {
  if (!revisionMatches(record.revision, revision)) throw tell();
}
