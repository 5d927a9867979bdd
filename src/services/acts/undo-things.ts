import type { Categories, Category } from '../../core/content/categories';
import { mergeJson } from '../../core/content/merge-json';
import { positionAgain } from '../../core/content/positions';
import { freeSlug } from '../../core/content/slug';
import type { Id } from '../../core/ids';
import { isJsonObject, sameJson, type Json } from '../../core/json';
import { keyFrom } from '../../core/model/naming';
import type { SeenBy } from '../../core/site/audience';
import type { ActChange } from '../../store/acts';
import { allCategories, dropCategory } from '../../store/categories';
import { audienceOf, putAudience } from '../../store/audiences';
import { dropRedirect, redirect, redirectsFor, putRedirects, type RedirectRow } from '../../store/redirects';
import {
  addStarterRow,
  changeStarterRow,
  dropStarterRow,
  starterByKey,
  starterByUuid,
  type StarterRow,
} from '../../store/starters';
import { placesOfMany } from '../../store/pages';
import { changeSiteRow, dropSite, makeSite, pagesInSite, sites, type SiteRow } from '../../store/sites';
import type { KeptRecord } from '../../store/records';
import { keepCategories } from '../categories/edit';
import type { Act } from '../records/act';
import type { ActRecord } from '../records/act-state';
import { parsed } from './parsed-state';
import { undoRecord, type Reason } from './undo-record';

/** What had to stay as it is, and why. */
export interface Left {
  label: string;
  why: Reason;
}

/**
 * Categories as they can come back: with another key or address where another bears theirs by now. What had to
 * differ is
 * told.
 */
function madeFree(
  back: readonly Category[],
  now: Categories,
  gone: readonly Id[],
): { categories: Category[]; left: Reason[] } {
  const away = new Set([...gone, ...back.map(({ id }) => id)]);
  const staying = [...new Set(back.map(({ scheme }) => scheme))]
    .flatMap((scheme) => now.inOrder(scheme))
    .flatMap(({ category }) => (away.has(category.id) ? [] : [category]));
  const left: Reason[] = [];
  const categories: Category[] = [];
  for (const each of back) {
    const others = [...staying, ...categories].filter(({ scheme }) => scheme === each.scheme);
    const isTaken = others.some(({ key }) => key.toLowerCase() === each.key.toLowerCase());
    const keys = others.map(({ key }) => key);
    const beside = others
      .filter(({ parent }) => parent === each.parent)
      .sort((a, b) => (a.position < b.position ? -1 : 1));
    const slugs = new Set(beside.map(({ slug }) => slug));
    const key = isTaken ? keyFrom(each.key, keys) : each.key;
    const slug = freeSlug(each.slug, (one) => slugs.has(one));
    if (key !== each.key) left.push(`“${each.label}” has the key ${key} now: another was given its own.`);
    if (slug !== each.slug)
      left.push(`“${each.label}” stands at ${slug} now: another stands at its address.`);
    categories.push({ ...each, key, slug, position: positionAgain(beside, each.position) });
  }
  return { categories, left };
}

/** Takes back what an act did to the categories of one or several schemes. */
async function undoCategories(act: Act, changes: readonly ActChange[]): Promise<Reason[]> {
  if (changes.length === 0) return [];
  const now = await allCategories(act.tx);
  const left: Reason[] = [];
  const back: Category[] = [];
  const gone: Id[] = [];
  const going = new Set(changes.filter(({ before }) => before === null).map(({ target }) => target));
  for (const { target, before, after } of changes) {
    const kept = now.get(target);
    const current: Json = kept ? { ...kept } : null;
    const [was, is] = [parsed(before), parsed(after)];
    if (was === null) {
      const below = kept ? now.branch(kept.id).filter(({ id }) => !going.has(id)) : [];
      if (below.length > 0) left.push('Others stand below the category now.');
      else if (kept) gone.push(target);
    } else if (current === null && is === null) back.push(was as unknown as Category);
    else if (isJsonObject(current) && isJsonObject(is)) {
      const bare = (of: Json): Json => ({ ...(of as object), revision: 0 });
      const { value, conflicts } = mergeJson(bare(is), bare(was), bare(current));
      if (conflicts.length > 0) left.push(`“${String(current.label)}” was changed since.`);
      if (!sameJson(value, bare(current)))
        back.push({ ...(value as unknown as Category), revision: Number(current.revision) + 1 });
    } else left.push('The category is not there any more.');
  }
  // Those above go in before those below them.
  const depth = (category: Category): number => {
    const above = back.find(({ id }) => id === category.parent);
    return above ? depth(above) + 1 : 0;
  };
  const free = back.filter((each) => {
    const there = each.parent === null || now.get(each.parent) || back.some(({ id }) => id === each.parent);
    if (!there) left.push(`What “${each.label}” stood below is not there any more.`);
    return there;
  });
  // Those below go before those above them.
  for (const id of gone.sort((a, b) => now.trail(b).length - now.trail(a).length)) {
    act.touchCategory(id);
    await dropCategory(act.tx, id);
  }
  const made = madeFree(
    free.sort((a, b) => depth(a) - depth(b)),
    now,
    gone,
  );
  await keepCategories(act, made.categories);
  return [...left, ...made.left];
}

async function undoSite(act: Act, { target, before, after }: ActChange): Promise<Reason[]> {
  const { tx } = act;
  await act.touchSite(target);
  const now = (await sites(tx)).find(({ uuid }) => uuid === target);
  // What an act keeps of a site is its row.
  const rowOf = (kept: string | null) => {
    const row = parsed(kept) as unknown as SiteRow | null;
    // Acts of a time when sites had no picture say nothing of it.
    return row && { ...row, picture: row.picture ?? null };
  };
  const [was, is] = [rowOf(before), rowOf(after)];
  if (!was) {
    if (now && (await pagesInSite(tx, now.id)) > 0) return ['Pages stand in the site now.'];
    if (now) await dropSite(tx, now.id);
  } else if (!now) await makeSite(tx, was, act.now);
  else if (is && sameJson({ ...now }, { ...is })) await changeSiteRow(tx, now.id, was);
  else return ['The site was changed since.'];
  return [];
}

async function undoStarter(act: Act, { target, before, after }: ActChange): Promise<Reason[]> {
  const { tx } = act;
  await act.touchStarter(target);
  const now = await starterByUuid(tx, target);
  // What an act keeps of a starter is its row.
  const [was, is] = [parsed(before), parsed(after)] as unknown as [StarterRow | null, StarterRow | null];
  if (now && now.revision !== is?.revision) return ['The starter was changed since.'];
  if (!was) {
    if (now) await dropStarterRow(tx, target);
  } else if (now) {
    const { name, about, type, body } = was;
    await changeStarterRow(tx, target, {
      ...{ name, about, type, body },
      ...{ revision: now.revision + 1, changedAt: act.now, changedBy: act.by },
    });
  } else if (await starterByKey(tx, was.key)) return [`Another starter has the key ${was.key} now.`];
  else {
    const { id: _id, ...row } = was;
    await addStarterRow(tx, { ...row, revision: was.revision + 1 });
  }
  return [];
}

async function undoRedirect(act: Act, { target, before, after }: ActChange): Promise<Reason[]> {
  const { tx } = act;
  const now = await redirect(tx, target);
  act.touchRedirect(target, now);
  // What an act keeps of an address is its row.
  const [was, is] = [parsed(before), parsed(after)] as unknown as [RedirectRow | null, RedirectRow | null];
  if (now && now.revision !== is?.revision) return [`Where ${now.address} leads was changed since.`];
  if (!was) {
    if (now) await dropRedirect(tx, target);
    return [];
  }
  const others = await redirectsFor(tx, was.address);
  if (others.some(({ uuid, address }) => uuid !== target && address === was.address))
    return [`Another says by now where ${was.address} leads.`];
  const revision = (now?.revision ?? was.revision) + 1;
  await putRedirects(tx, [{ ...was, revision, changedAt: act.now, changedBy: act.by }]);
  return [];
}

const FORGOTTEN = 'Something of it was forgotten for good.';

async function undoAudience(
  act: Act,
  { target, before, after }: ActChange,
  records: ReadonlyMap<Id, KeptRecord>,
): Promise<Reason[]> {
  const record = records.get(target);
  if (!record) return [FORGOTTEN];
  await act.touchAudience(record.id, target);
  const now = (await audienceOf(act.tx, record.id)) ?? null;
  // What an act keeps of an audience is written by the act alone.
  const [was, is] = [parsed(before), parsed(after)] as unknown as [SeenBy | null, SeenBy | null];
  if (!sameJson(now && { ...now }, is && { ...is })) return ['For whom it is was changed since.'];
  await putAudience(act.tx, record.id, was ?? undefined);
  return [];
}

const isRecord = (sort: ActChange['sort']): boolean =>
  !['category', 'starter', 'site', 'address', 'audience', 'model'].includes(sort);

/** How deep a page stands among some, each told with the page above it. */
function depthIn(above: ReadonlyMap<Id, Id | null>): (page: Id) => number {
  const depth = (page: Id, step = 0): number => {
    const parent = above.get(page) ?? null;
    return parent === null || step > above.size ? step : depth(parent, step + 1);
  };
  return depth;
}

/**
 * Changes with those of pages in the order of their tree: a page comes back to its place once the one above it
 * is there.
 */
function fromTheTop(changes: readonly ActChange[]): ActChange[] {
  const above = new Map(
    changes.map(({ target, before }) => [
      target,
      // What an act keeps of a record is written by the act alone.
      (parsed(before) as unknown as ActRecord | null)?.place?.parent ?? null,
    ]),
  );
  const depth = depthIn(above);
  return [...changes].sort((a, b) => depth(a.target) - depth(b.target));
}

/** Pages that an act made, in the order in which they go: each before the one above it, as they stand now. */
async function fromTheBottom(
  act: Act,
  changes: readonly ActChange[],
  records: ReadonlyMap<Id, KeptRecord>,
): Promise<ActChange[]> {
  const ids = new Map(changes.flatMap(({ target }) => [[records.get(target)?.id ?? 0, target] as const]));
  const places = await placesOfMany(act.tx, [...ids.keys()]);
  const above = new Map([...places].map(([record, { parent }]) => [ids.get(record) ?? '', parent]));
  const depth = depthIn(above);
  return [...changes].sort((a, b) => depth(b.target) - depth(a.target));
}

/**
 * Takes back what an act did to sites, addresses, starters, categories and records (the model goes first, by
 * itself). Answers what had to stay
 * as it is.
 */
export async function undoThings(
  act: Act,
  changes: readonly ActChange[],
  records: ReadonlyMap<Id, KeptRecord>,
): Promise<Left[]> {
  const left: Left[] = [];
  const tell = (label: string, reasons: readonly Reason[]) =>
    left.push(...reasons.map((why) => ({ label, why })));
  for (const change of changes) {
    if (change.sort === 'site') tell('', await undoSite(act, change));
    if (change.sort === 'address') tell('', await undoRedirect(act, change));
    if (change.sort === 'starter') tell('', await undoStarter(act, change));
    if (change.sort === 'audience')
      tell(records.get(change.target)?.title ?? '', await undoAudience(act, change, records));
  }
  tell(
    '',
    await undoCategories(
      act,
      changes.filter(({ sort }) => sort === 'category'),
    ),
  );
  const isMadePage = ({ sort, before }: ActChange): boolean => sort === 'page' && before === null;
  const inOrder = [
    ...fromTheTop(changes.filter((change) => isRecord(change.sort) && !isMadePage(change))),
    ...(await fromTheBottom(act, changes.filter(isMadePage), records)),
  ];
  for (const { target, before, after } of inOrder) {
    const record = records.get(target);
    // What an act keeps of a record is written by the act alone.
    const [was, is] = [parsed(before), parsed(after)] as unknown as [ActRecord | null, ActRecord | null];
    if (record && is) tell(record.title, await undoRecord(act, record.id, was, is));
    else tell('', [FORGOTTEN]);
  }
  return left;
}
