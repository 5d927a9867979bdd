import { referrersOfMany } from '../../store/refs';
import type { ReachLink, ShownOnAnswer, ShownOnQuery } from '../../contract/entries';
import { isId, type Id } from '../../core/ids';
import { isJsonObject } from '../../core/json';
import { asksOfPlace, bindPlace } from '../../core/mapping/rule/here';
import type { Condition, ListingRule, Test } from '../../core/mapping/rule/listing-rule';
import { linkFields } from '../../core/mapping/rule/links';
import { allIn } from '../../core/mapping/rule/pins';
import { ruleIn } from '../../core/mapping/rule/sources';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { letThrough, listAmong } from '../../store/queries/listing-query';
import { firstShown } from '../../store/queries/first-shown';
import { entryAddresses, entryHomes } from './addresses';
import type { Installation } from '../runtime/installation';
import { pageBody } from '../records/bodies';
import { withLeadingEntries } from '../listings/leading';
import { listingsInForce } from '../listings/in-force';
import { livePagesByIds } from '../../store/live-pages';
import { livePlacesReferringTo } from '../reach/pages';
import { invalidInput } from '../runtime/refusal';
import { queryContextOf, sourcesOf } from '../listings/sources';

/** Of how many entries it is told at once where they are shown. */
const MOST = 100;

const takesHere = ({ value }: Test): boolean =>
  [value].flat().some((each) => isJsonObject(each) && 'here' in each);

/**
 * A condition on entries of a type as it may hold somewhere: what it takes from its place is there for whatever has a
 * value to compare.
 */
function somewhere(condition: Condition, type: CompiledType<ContentType>): Condition {
  if ('all' in condition) return { all: condition.all.map((inner) => somewhere(inner, type)) };
  if ('any' in condition) return { any: condition.any.map((inner) => somewhere(inner, type)) };
  if ('not' in condition)
    return 'entry' in condition.not ||
      'under' in condition.not ||
      'site' in condition.not ||
      'linksTo' in condition.not ||
      ('field' in condition.not && takesHere(condition.not))
      ? { all: [] }
      : { not: somewhere(condition.not, type) };
  if ('field' in condition)
    return takesHere(condition) ? { field: condition.field, is: 'filled' } : condition;
  if ('linksTo' in condition && !Array.isArray(condition.linksTo))
    return { any: linkFields(type.fields).map(({ id }) => ({ field: id, is: 'filled' })) };
  return ('entry' in condition && condition.entry === 'here') ||
    ('under' in condition && condition.under === 'here') ||
    ('site' in condition && condition.site === 'here') ||
    ('language' in condition && condition.language === 'here')
    ? { all: [] }
    : condition;
}

/**
 * A listing that visitors see on some pages and that takes entries of a type, its rule with what those pages
 * give it put in.
 */
interface Showing {
  id: Id;
  label: string;
  rule: ListingRule;
  pages: string[];
}

async function showing(installation: Installation, type: CompiledType<ContentType>): Promise<Showing[]> {
  const inForce = (await listingsInForce(installation.content, installation)).filter(({ rule }) =>
    rule.from.includes(type.id),
  );
  const showing = await livePlacesReferringTo(
    installation.content,
    installation,
    inForce.map(({ id }) => id),
    'listing',
  );
  // What it takes from a page is known; what it takes from categories and entries is there for some of them.
  const takesFromPages = ({ where }: ListingRule): boolean => {
    const asks = asksOfPlace(where);
    return asks.length > 0 && asks.every((each) => each === 'page');
  };
  const asked = inForce.flatMap(({ id, rule }) => (takesFromPages(rule) ? (showing.get(id) ?? []) : []));
  const bodies = new Map(
    (
      await livePagesByIds(
        installation.content,
        installation.now(),
        asked.map(({ record }) => record),
      )
    ).map(({ record, body }) => [record, body]),
  );
  return inForce.flatMap(({ id, label, rule: { mapping: _mapping, ...inFull } }): Showing[] => {
    // How it looks is not asked.
    const rule: ListingRule = { ...inFull, mapping: {} };
    const pages = showing.get(id) ?? [];
    const asks = asksOfPlace(rule.where);
    if (takesFromPages(rule))
      return pages.map(({ record, uuid, address }) => ({
        id,
        label,
        rule: {
          ...rule,
          where: somewhere(
            bindPlace(rule.where, {
              page: { id: uuid, values: pageBody(bodies.get(record) ?? '{}').values },
            }),
            type,
          ),
        },
        pages: [address],
      }));
    return pages.length === 0
      ? []
      : [
          {
            id,
            label,
            rule: {
              ...rule,
              where: somewhere(rule.where, type),
              ...(asks.length > 0 ? { limit: 'all' as const } : {}),
            },
            pages: pages.map(({ address }) => address),
          },
        ];
  });
}

/**
 * What an entry of a type must be like to be shown: in one of the listings that pages show, or anything where
 * each has a page of its own. What pages refer to is shown besides.
 */
export async function shownCondition(
  installation: Installation,
  type: CompiledType<ContentType>,
): Promise<Condition> {
  if ((await entryHomes(installation.content, installation)).has(type.id)) return { all: [] };
  return { any: (await showing(installation, type)).map(({ rule }) => allIn(ruleIn(rule, type))) };
}

/** Which of some entries each of some listings shows on one of its pages. */
async function shownBy(
  installation: Installation,
  type: CompiledType<ContentType>,
  showing: readonly Showing[],
  ids: readonly Id[],
): Promise<Set<Id>[]> {
  if (ids.length === 0) return showing.map(() => new Set());
  const { content } = installation;
  const questions = await Promise.all(
    showing.map(async ({ rule }) => {
      const [source] = await sourcesOf(content, installation, { ...rule, from: [type.id] });
      return {
        asked: source?.asked ?? queryContextOf(installation, type),
        where: allIn(ruleIn(rule, type)),
      };
    }),
  );
  const through = await letThrough(content, questions, ids);
  // Those that show all that they let through show what they let through.
  const bounded = showing.flatMap(({ rule: { perPage: _perPage, ...rule } }, i) =>
    rule.limit === 'all' || (through[i]?.size ?? 0) === 0 ? [] : [{ rule, i }],
  );
  const branches = await Promise.all(
    bounded.map(async ({ rule }) =>
      sourcesOf(content, installation, await withLeadingEntries(content, installation, rule)),
    ),
  );
  const first = await firstShown(content, branches);
  const shown = new Map(bounded.map(({ i }, n) => [i, first[n] ?? new Set()]));
  return through.map((some, i) => new Set([...some].filter((id) => shown.get(i)?.has(id) ?? true)));
}

/** Where visitors see some entries of a type: on a page of their own, in listings, on pages that refer to them. */
export async function shownOn(
  installation: Installation,
  { type: key, ids: given }: ShownOnQuery,
): Promise<ShownOnAnswer> {
  const type = installation.model.contentTypeByKey(key);
  if (!type)
    throw invalidInput([
      { path: '/type', code: 'unknown-type', message: `There is no content type "${key}".` },
    ]);
  const ids = given.split(',').filter(isId);
  if (ids.length > MOST)
    throw invalidInput([
      { path: '/ids', code: 'bound', message: `At most ${MOST} entries are told of at once.` },
    ]);
  if (ids.length === 0) return { items: {} };
  const [listings, { versions }] = await Promise.all([
    showing(installation, type),
    listAmong(installation.content, [
      { asked: queryContextOf(installation, type), rule: { where: { entry: ids }, order: [], limit: MOST } },
    ]),
  ]);
  const seen = versions.map(({ uuid }) => uuid);
  const [addresses, shown, referrers] = await Promise.all([
    entryAddresses(
      installation.content,
      installation,
      seen.map((id) => ({ id, type: type.id })),
    ),
    shownBy(installation, type, listings, seen),
    referrersOfMany(installation.content, seen, 1),
  ]);
  const referring = referrers.filter(({ sort }) => sort === 'page' || sort === 'shared');
  const items = seen.map((id): [Id, ReachLink[]] => {
    const own = addresses.get(id);
    const using = new Map(
      referring.flatMap((each) => (each.target === id ? [[each.uuid, each] as const] : [])),
    );
    return [
      id,
      [
        ...(own === undefined
          ? []
          : [{ sort: 'entry', id, label: own, detail: 'its own page' } satisfies ReachLink]),
        ...listings
          .filter((_, i) => shown[i]?.has(id))
          .map(({ id: listing, label, pages }): ReachLink => ({
            sort: 'listing',
            id: listing,
            label,
            detail: pages.join(', '),
          })),
        ...[...using].map(([page, { sort, title }]): ReachLink => ({
          sort: sort === 'shared' ? 'shared' : 'page',
          id: page,
          label: title,
          detail: 'refers to it',
        })),
      ],
    ];
  });
  return { items: Object.fromEntries(items) };
}
