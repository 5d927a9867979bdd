import { pointer, type Fault } from '../../../faults';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../../../json';
import type { CompiledModel } from '../../../model/compile';
import { parseLayer } from '../../../model/settings';
import { arrangements } from '../../arrangement/arrangement';
import { listingBounds, type ListingRule } from '../listing-rule';
import { MappingReader } from './mapping';
import { OrderReader } from './order';
import { parsePicks, pickKeys } from './picks';
import { parseSetOut } from './set-out';
import { isCommentSource, sourceByKey, Sources, type SourceType } from '../sources';

/** What comments are not asked: they are taken as they come, the newest first. */
const notOfComments = ['order', 'pins', 'leaveOut', 'notAbove', 'facets'] as const;

/** Refuses what cannot be asked of what visitors said. */
function commentFaults(types: readonly SourceType[], input: JsonObject, path: string): Fault[] {
  if (!types.some(isCommentSource)) return [];
  const says = (key: string): boolean => {
    const given = input[key] ?? false;
    return Array.isArray(given) ? given.length > 0 : given !== false;
  };
  return [
    ...(types.length > 1
      ? [{ path: pointer(path, 'from'), code: 'alone', message: 'Comments are listed by themselves.' }]
      : []),
    ...(input.where !== undefined && !sameJson(input.where, { all: [] })
      ? [
          {
            path: pointer(path, 'where'),
            code: 'comments',
            message: 'Comments are taken without conditions.',
          },
        ]
      : []),
    ...(Number(input.perPage ?? input.limit) > listingBounds.comments
      ? [
          {
            path: pointer(path, (input.perPage ?? null) === null ? 'limit' : 'perPage'),
            code: 'bound',
            message: `At most ${listingBounds.comments} comments stand on one page.`,
          },
        ]
      : []),
    ...notOfComments.filter(says).map((key) => ({
      path: pointer(path, key),
      code: 'comments',
      message: 'Comments are listed as they come, the newest first.',
    })),
  ];
}

/** The sources of a rule: content types by their keys, page types as `page:` and theirs, each once. */
function parseSources(
  model: CompiledModel,
  input: Json | undefined,
  path: string,
  faults: Fault[],
): SourceType[] {
  if (!Array.isArray(input) || input.length === 0 || input.length > listingBounds.sources) {
    faults.push({
      path,
      code: 'bound',
      message: `A listing takes from 1 to ${listingBounds.sources} types.`,
    });
    return [];
  }
  return input.flatMap((key, i): SourceType[] => {
    const type = typeof key === 'string' ? sourceByKey(model, key) : undefined;
    if (!type)
      faults.push({
        path: pointer(path, i),
        code: 'unknown-type',
        message: `Nothing can be listed by the name ${JSON.stringify(key)}: it takes a content type, or "page:" and a page type whose pages are places to go to.`,
      });
    else if (input.indexOf(key) < i)
      faults.push({ path: pointer(path, i), code: 'twice', message: 'It is taken already.' });
    else return [type];
    return [];
  });
}

const ruleKeys = [
  'from',
  'where',
  'order',
  ...pickKeys,
  'facets',
  'limit',
  'perPage',
  'heading',
  'headings',
  'arrangement',
  'setOut',
  'mapping',
  'settings',
] as const;

/** The heading in other languages; an empty one goes back to that of the main language. */
function parseHeadings(
  model: CompiledModel,
  given: Json | undefined,
  path: string,
  faults: Fault[],
): Record<string, string> {
  if (given === undefined || given === null) return {};
  if (!isJsonObject(given)) {
    faults.push({ path, code: 'kind', message: 'Headings are given by language.' });
    return {};
  }
  return Object.fromEntries(
    Object.entries(given).flatMap(([locale, words]) => {
      const at = pointer(path, locale);
      if (!model.document.locales.others.includes(locale))
        faults.push({ path: at, code: 'locale', message: `The site is not written in "${locale}".` });
      else if (typeof words !== 'string' || words.length > listingBounds.heading)
        faults.push({
          path: at,
          code: 'bound',
          message: `The heading has at most ${listingBounds.heading} characters.`,
        });
      else if (words.trim()) return [[locale, words.trim()]];
      return [];
    }),
  );
}

/**
 * Reads a listing rule spoken by keys: `from` the keys of its sources, `where` a condition, `order` keys,
 * `limit` and perhaps `perPage`,
 * `heading`, `arrangement`, `mapping`, and perhaps `headings` in other languages, `setOut`, `settings` and
 * what is picked by hand (`readPicks`). All faults found are returned with their paths; with any, there is no
 * rule.
 */
export function parseRule(
  model: CompiledModel,
  input: JsonObject,
  path = '',
): { rule?: ListingRule; faults: Fault[] } {
  const faults: Fault[] = Object.keys(input)
    .filter((key) => !ruleKeys.some((known) => known === key))
    .map((key) => ({ path: pointer(path, key), code: 'unknown', message: `A listing has no "${key}".` }));
  const types = parseSources(model, input.from, pointer(path, 'from'), faults);
  if (types.length === 0) return { faults };
  faults.push(...commentFaults(types, input, path));
  const sources = new Sources(types);
  const told: Fault[] = [];
  const reader = new OrderReader(model, sources, told);
  const where = reader.condition(input.where, pointer(path, 'where'));
  const order = reader.order(input.order, pointer(path, 'order'));
  const mapping = new MappingReader(model, sources, told).mapping(input.mapping, pointer(path, 'mapping'));
  const { limit, heading } = input;
  const arrangement = arrangements.find((each) => each === input.arrangement);
  if (!arrangement)
    faults.push({
      path: pointer(path, 'arrangement'),
      code: 'arrangement',
      message: `Arrangements are: ${arrangements.join(', ')}.`,
    });
  const setOut = parseSetOut(input.setOut, pointer(path, 'setOut'), faults);
  const whole = (value: Json | undefined, most: number): value is number =>
    typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= most;
  if (limit !== 'all' && !whole(limit, listingBounds.limit))
    faults.push({
      path: pointer(path, 'limit'),
      code: 'bound',
      message: `How many: a whole number from 1 to ${listingBounds.limit}, or "all", in pages.`,
    });
  const perPage = input.perPage ?? undefined;
  if (perPage !== undefined && !whole(perPage, listingBounds.perPage))
    faults.push({
      path: pointer(path, 'perPage'),
      code: 'bound',
      message: `On one page: a whole number from 1 to ${listingBounds.perPage}.`,
    });
  if (typeof heading !== 'string' || heading.length > listingBounds.heading)
    faults.push({
      path: pointer(path, 'heading'),
      code: 'bound',
      message: `The heading has at most ${listingBounds.heading} characters.`,
    });
  const facets = reader.facets(input.facets, pointer(path, 'facets'));
  const picks = parsePicks(input, path, faults);
  const headings = parseHeadings(model, input.headings, pointer(path, 'headings'), faults);
  const set =
    (input.settings ?? undefined) === undefined
      ? undefined
      : isJsonObject(input.settings)
        ? input.settings
        : null;
  if (set === null)
    faults.push({
      path: pointer(path, 'settings'),
      code: 'kind',
      message: 'Settings are given by their keys.',
    });
  const settings = parseLayer(
    set ?? {},
    [
      { source: 'site', layer: model.document.settings },
      { source: 'type', layer: types.length === 1 ? types[0]?.definition.settings : undefined },
    ],
    pointer(path, 'settings'),
  );
  faults.push(...told, ...settings.faults);
  if (
    faults.length > 0 ||
    !arrangement ||
    (typeof limit !== 'number' && limit !== 'all') ||
    typeof heading !== 'string'
  )
    return { faults };
  return {
    rule: {
      from: types.map(({ id }) => id),
      where,
      order,
      ...picks,
      ...(facets.length > 0 ? { facets } : {}),
      limit,
      ...(typeof perPage === 'number' ? { perPage } : {}),
      heading: heading.trim(),
      ...(Object.keys(headings).length > 0 ? { headings } : {}),
      arrangement,
      ...(Object.keys(setOut).length > 0 ? { setOut } : {}),
      mapping,
      ...(Object.keys(settings.layer.set ?? {}).length > 0 ? { settings: settings.layer } : {}),
    },
    faults,
  };
}
