import { referrers } from '../../store/refs';
import type { ReachLink, ShownOnAnswer, ShownOnQuery } from '../../contract/entries';
import { isId, type Id } from '../../core/ids';
import { isJsonObject } from '../../core/json';
import { asksOfPlace, bindPlace } from '../../core/mapping/rule/here';
import type { Condition, ListingRule, Test } from '../../core/mapping/rule/listing-rule';
import { allIn } from '../../core/mapping/rule/pins';
import { ruleIn } from '../../core/mapping/rule/sources';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { listAmong } from '../../store/queries/listing-query';
import { recordById } from '../../store/records';
import { entryAddresses, entryHomes } from './addresses';
import type { Installation } from '../runtime/installation';
import { pageBody } from '../records/bodies';
import { withLeadingEntries } from '../listings/leading';
import { listingsInForce } from '../listings/in-force';
import { livePagesReferring } from '../reach/pages';
import { invalidInput } from '../runtime/refusal';
import { queryContextOf, sourcesOf } from '../listings/sources';

/** Of how many entries it is told at once where they are shown. */
const MOST = 100;

const takesHere = ({ value }: Test): boolean =>
  [value].flat().some((each) => isJsonObject(each) && 'here' in each);

/** A condition as it may hold somewhere: what it takes from its place is there for whatever has a value to compare. */
function somewhere(condition: Condition): Condition {
  if ('all' in condition) return { all: condition.all.map(somewhere) };
  if ('any' in condition) return { any: condition.any.map(somewhere) };
  if ('not' in condition)
    return 'entry' in condition.not ||
      'under' in condition.not ||
      'site' in condition.not ||
      ('field' in condition.not && takesHere(condition.not))
      ? { all: [] }
      : { not: somewhere(condition.not) };
  if ('field' in condition)
    return takesHere(condition) ? { field: condition.field, is: 'filled' } : condition;
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
  const found = await Promise.all(
    inForce.map(async ({ id, record, rule }): Promise<Showing[]> => {
      const label = (await recordById(installation.content, record))?.title ?? '';
      const pages = await livePagesReferring(installation.content, installation, [id], 'listing');
      const asks = asksOfPlace(rule.where);
      // What it takes from a page is known; what it takes from categories and entries is there for some of them.
      if (asks.length > 0 && asks.every((each) => each === 'page'))
        return pages.map(({ uuid, body, address }) => ({
          id,
          label,
          rule: {
            ...rule,
            where: somewhere(bindPlace(rule.where, { page: { id: uuid, values: pageBody(body).values } })),
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
                where: somewhere(rule.where),
                ...(asks.length > 0 ? { limit: 'all' as const } : {}),
              },
              pages: pages.map(({ address }) => address),
            },
          ];
    }),
  );
  return found.flat();
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

/** Which of some entries a listing shows on one of its pages. */
async function shownBy(
  installation: Installation,
  type: CompiledType<ContentType>,
  { rule }: Showing,
  ids: readonly Id[],
): Promise<Set<Id>> {
  const { perPage: _perPage, ...whole } = rule;
  const asked: ListingRule =
    rule.limit === 'all'
      ? {
          ...whole,
          from: [type.id],
          pins: [],
          where: { all: [allIn(ruleIn(rule, type)), { entry: [...ids] }] },
          order: [],
          limit: ids.length,
        }
      : await withLeadingEntries(installation.content, installation, whole);
  const { versions } = await listAmong(
    installation.content,
    await sourcesOf(installation.content, installation, asked),
  );
  return new Set(versions.map(({ uuid }) => uuid));
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
  const { versions } = await listAmong(installation.content, [
    { asked: queryContextOf(installation, type), rule: { where: { entry: ids }, order: [], limit: MOST } },
  ]);
  const seen = versions.map(({ uuid }) => uuid);
  const addresses = await entryAddresses(
    installation.content,
    installation,
    seen.map((id) => ({ id, type: type.id })),
  );
  const listings =
    seen.length === 0
      ? []
      : await Promise.all(
          (await showing(installation, type)).map(async (each) => ({
            ...each,
            shown: await shownBy(installation, type, each, seen),
          })),
        );
  const items = await Promise.all(
    seen.map(async (id): Promise<[Id, ReachLink[]]> => {
      const own = addresses.get(id);
      const using = (await referrers(installation.content, id, 1)).filter(({ sort }) => sort === 'page');
      return [
        id,
        [
          ...(own === undefined
            ? []
            : [{ sort: 'entry', id, label: own, detail: 'its own page' } satisfies ReachLink]),
          ...listings
            .filter(({ shown }) => shown.has(id))
            .map(({ id: listing, label, pages }): ReachLink => ({
              sort: 'listing',
              id: listing,
              label,
              detail: pages.join(', '),
            })),
          ...[...new Map(using.map((page) => [page.uuid, page])).values()].map(
            ({ uuid, title }): ReachLink => ({
              sort: 'page',
              id: uuid,
              label: title,
              detail: 'refers to it',
            }),
          ),
        ],
      ];
    }),
  );
  return { items: Object.fromEntries(items) };
}
