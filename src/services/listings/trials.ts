import type {
  ConditionTold,
  GapsAnswer,
  GapsAsked,
  ListingFigures,
  ListingPlace,
  ListingResult,
  ListingTrial,
} from '../../contract/listings';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { coverageQuestions } from '../../core/mapping/coverage';
import { bindPlace } from '../../core/mapping/rule/here';
import { everyEntry, type Condition, type ListingRule } from '../../core/mapping/rule/listing-rule';
import type { FaceContent } from '../../core/mapping/face';
import { allIn } from '../../core/mapping/rule/pins';
import {
  isMediaSource,
  isPageSource,
  sourceKey,
  Sources,
  type SourceType,
} from '../../core/mapping/rule/sources';
import type { Reader } from '../../store/database';
import {
  countLive,
  countSteps,
  coverLive,
  listAmong,
  titlesLive,
  type Covered,
} from '../../store/queries/listing-query';
import { liveOf } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { drawItems } from '../visitor/items';
import { countComments, drawLatestComments } from '../visitor/latest-comments';
import { entryBody, listingBody } from '../records/bodies';
import { withLeadingEntries } from './leading';
import { placeFor } from './place';
import { needListing, ruleFrom } from './listings';
import { countSources, sourcesOf, type Source } from './sources';
import { kindFor } from '../../core/model/kinds';

/** How many of the entries that a condition drops are named. */
const DROPPED = 3;

/** What a rule gives visitors now, where it stands: entries in order, mapped to their faces. */
export async function resultOf(
  installation: Installation,
  { where, ...rest }: ListingRule,
  at: ListingPlace = {},
  byHand: readonly Id[] = [],
): Promise<ListingResult> {
  if (Sources.of(installation.model, rest.from).ofComments)
    return commentsResult(installation, { where, ...rest });
  const { place, places } = await placeFor(installation, { from: rest.from, where }, at);
  const rule = { ...rest, where: bindPlace(where, place) };
  const asked = await sourcesOf(
    installation.content,
    installation,
    await withLeadingEntries(installation.content, installation, rule, byHand),
  );
  const [{ matching, versions }, of] = await Promise.all([
    listAmong(installation.content, asked),
    countSources(installation.content, asked),
  ]);
  const drawn = await drawItems(installation, asked, versions);
  return {
    matching,
    of,
    places,
    entries: drawn.map(({ type, face, ...item }) => ({
      ...item,
      of: sourceKey(type),
      face: byKeys(face, type),
    })),
  };
}

/** What a rule gives visitors of what they said. */
async function commentsResult(installation: Installation, rule: ListingRule): Promise<ListingResult> {
  const { comments } = installation.model;
  const { matching, items } = await drawLatestComments(installation, rule);
  return {
    matching,
    of: matching,
    places: [],
    entries: items.map(({ id, face }) => ({ id, of: sourceKey(comments), face: byKeys(face, comments) })),
  };
}

/** Every comment says all that is told of one, so whatever asks for any of it is filled by its first step. */
async function commentsFigures(installation: Installation, rule: ListingRule): Promise<ListingFigures> {
  const total = await countComments(installation, rule);
  return {
    total,
    steps: [],
    conditions: [],
    parts: coverageQuestions(rule.mapping).map(({ part, steps }) => {
      const chains: number[][] = [];
      for (const { chain } of steps) (chains[chain] ??= []).push(chains[chain]?.length ? 0 : total);
      return { part, filled: total, chains };
    }),
  };
}

/** A drawn face with its fields spoken of by key. */
const byKeys = (face: FaceContent, type: SourceType): FaceContent =>
  Object.fromEntries(
    Object.entries(face).map(([part, shown]) => [
      part,
      shown.map(({ field, ...rest }) => ({
        ...rest,
        ...(field ? { field: type.field(field)?.key ?? '' } : {}),
      })),
    ]),
  );

export const tryListing = async (
  installation: Installation,
  { rule, at, byHand }: ListingTrial,
): Promise<ListingResult> => resultOf(installation, ruleFrom(installation, rule), at, byHand);

/** Visitors' result where the listing is in force, else what its working version would give. */
export async function listingResult(installation: Installation, id: Id): Promise<ListingResult> {
  const record = await needListing(installation.content, id);
  const now = installation.now();
  const live = (await liveOf(installation.content, record.id)).find(
    ({ starts, ends }) => starts <= now && now < ends,
  );
  return resultOf(installation, listingBody((live ?? record).body).rule);
}

/** How many of the entries with a gap are named. */
const GAPS = 50;

/** The entries and pages that a rule lets through and in which a part shows nothing, whichever step feeds it. */
export async function tryListingGaps(
  installation: Installation,
  { rule: given, at = {}, part }: GapsAsked,
): Promise<GapsAnswer> {
  const asks = ruleFrom(installation, given);
  const sources = await sourcesOf(installation.content, installation, {
    ...asks,
    where: bindPlace(asks.where, (await placeFor(installation, asks, at)).place),
  });
  const gaps = sources.map((source): Source => {
    const question = coverageQuestions(source.rule.mapping).find((each) => each.part === part);
    const empty = question?.always
      ? [{ any: [] }]
      : (question?.fields ?? []).map((path): Condition => {
          const [top = path] = path.split('.');
          const field = source.type.field(top);
          return { field: field && kindFor(field).leadsTo ? path : top, is: 'empty' };
        });
    const { pins: _pins, skip: _skip, perPage: _perPage, leaveOut: _leaveOut, ...rest } = source.rule;
    return {
      ...source,
      rule: { ...rest, where: { all: [allIn(source.rule), ...empty] }, order: [], limit: GAPS },
    };
  });
  const { matching, versions } = await listAmong(installation.content, gaps);
  return {
    total: matching,
    items: versions.flatMap(({ uuid, body, branch }) => {
      const type = gaps[branch]?.type;
      return type
        ? [
            {
              sort: isPageSource(type)
                ? ('page' as const)
                : isMediaSource(type)
                  ? ('medium' as const)
                  : ('entry' as const),
              id: uuid,
              label: titleOf(type.definition, entryBody(body).values),
              detail: type.label,
            },
          ]
        : [];
    }),
  };
}

export async function tryListingFigures(
  installation: Installation,
  { rule: given, at = {} }: ListingTrial,
): Promise<ListingFigures> {
  const asks = ruleFrom(installation, given);
  if (Sources.of(installation.model, asks.from).ofComments) return commentsFigures(installation, asks);
  const rule = { ...asks, where: bindPlace(asks.where, (await placeFor(installation, asks, at)).place) };
  const asked = await sourcesOf(installation.content, installation, rule);
  const questions = coverageQuestions(rule.mapping);
  const [covered, counted, of] = await Promise.all([
    Promise.all(
      asked.map((source) =>
        coverLive(
          installation.content,
          source.asked,
          allIn(source.rule),
          coverageQuestions(source.rule.mapping),
        ),
      ),
    ),
    Promise.all(
      asked.map((source) => countSteps(installation.content, source.asked, conditionsIn(source.rule))),
    ),
    countSources(installation.content, asked),
  ]);
  const { total, parts } = covered.reduce(together, {
    total: 0,
    parts: questions.map(({ part, steps: of1 }) => ({ part, filled: 0, steps: of1.map(() => 0) })),
  });
  const steps = conditionsIn(rule).map((_, i) => counted.reduce((sum, each) => sum + (each[i] ?? 0), 0));
  const told = await Promise.all(
    steps.map((left, i) => tellCondition(installation.content, asked, i, steps[i - 1] ?? of, left)),
  );
  return {
    total,
    steps,
    conditions: told,
    parts: parts.map(({ part, filled, steps: counts }, i) => {
      const chains: number[][] = [];
      questions[i]?.steps.forEach(({ chain }, s) => (chains[chain] ??= []).push(counts[s] ?? 0));
      return { part, filled, chains };
    }),
  };
}

/** The conditions of a rule that must all hold, one after the other. */
const conditionsIn = ({ where }: Pick<ListingRule, 'where'>): Condition[] =>
  'all' in where ? where.all : [where];

/** What is covered in one source together with what is covered in another. */
const together = (one: Covered, other: Covered): Covered => ({
  total: one.total + other.total,
  parts: one.parts.map(({ part, filled, steps }, i) => ({
    part,
    filled: filled + (other.parts[i]?.filled ?? 0),
    steps: steps.map((n, s) => n + (other.parts[i]?.steps[s] ?? 0)),
  })),
});

/**
 * What a condition (by its place among those of the rule) drops of those that the conditions before it let
 * through, and what is odd about it.
 */
async function tellCondition(
  reader: Reader,
  sources: readonly Source[],
  at: number,
  had: number,
  left: number,
): Promise<ConditionTold> {
  if (had === 0) return { dropped: [] };
  if (left === had) return { dropped: [], odd: 'everything' };
  const dropping = sources.map(async ({ asked, rule }) => {
    const conditions = conditionsIn(rule);
    return titlesLive(
      reader,
      asked,
      { all: [...conditions.slice(0, at), { not: conditions[at] ?? everyEntry }] },
      DROPPED,
    );
  });
  const dropped = (await Promise.all(dropping)).flat().slice(0, DROPPED);
  if (left > 0) return { dropped };
  const filled = await Promise.all(
    sources.map(async ({ asked, rule }) => {
      const condition = conditionsIn(rule)[at] ?? everyEntry;
      return 'field' in condition && condition.is !== 'empty' && condition.is !== 'noneOf'
        ? countLive(reader, asked, { field: condition.field, is: 'filled' })
        : 1;
    }),
  );
  return { dropped, odd: filled.every((n) => n === 0) ? 'unfilled' : 'nothing' };
}
