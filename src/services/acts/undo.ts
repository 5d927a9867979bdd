import type { UndoAnswer } from '../../contract/acts';
import type { Categories, Category } from '../../core/content/categories';
import { mergeJson } from '../../core/content/merge-json';
import { freeSlug } from '../../core/content/slug';
import { parseModelDocument } from '../../core/formats/model-schema';
import { isId, type Id } from '../../core/ids';
import { isJsonObject, sameJson, type Json } from '../../core/json';
import { FOLDERS } from '../../core/model/media-type';
import { keyFrom } from '../../core/model/naming';
import { may, mayPublish } from '../../core/roles';
import { actByUuid, changesOf, type ActChange } from '../../store/acts';
import { allCategories, dropCategory } from '../../store/categories';
import { modelRevision } from '../../store/model';
import { changeSiteRow, dropSite, makeSite, pagesInSite, sites, type SiteRow } from '../../store/pages';
import { recordsByUuids } from '../../store/records';
import { keepCategories } from '../categories/edit';
import { inForceNow, takeOver, type Taken } from '../model/put-in-force';
import { recountNoted } from '../records/recount';
import { seeSites } from '../runtime/sites';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import type { ActRecord } from '../records/act-state';
import type { Installation } from '../runtime/installation';
import { forbidden, notFound, ruleViolation } from '../runtime/refusal';
import { undoRecord, type Reason } from './undo-record';

const parsed = (text: string | null): Json => (text === null ? null : (JSON.parse(text) as Json));

/** Refuses an undo by somebody who may not do by hand what it would do. */
function expectMay(installation: Installation, person: Person, change: ActChange, type: Id | null): void {
  const { sort, before, after } = change;
  if (sort === 'category') {
    const of = parsed(before ?? after);
    const folder = isJsonObject(of) && of.scheme === FOLDERS;
    if (!folder && !may(person.role, 'shape the model'))
      throw forbidden('Only an architect takes this back.');
    return;
  }
  const architects = sort === 'site' || sort === 'model' || sort === 'listing';
  if (architects && !may(person.role, 'shape the model'))
    throw forbidden('Only an architect takes this back.');
  if (!architects && !may(person.role, 'write entries')) {
    // Who may only publish may take a publishing back.
    const shows = isJsonObject(parsed(after)) && 'live' in (parsed(after) as object);
    if (!shows) throw forbidden('Only an architect or an editor takes this back.');
  }
  const reviewed = installation.model.contentType(type ?? '')?.definition.review ?? false;
  const seen = before === null || (isJsonObject(parsed(before)) && 'live' in (parsed(before) as object));
  if (seen && !mayPublish(person.role, reviewed))
    throw forbidden('Visitors would see something else. Someone who reviews must take this back.');
}

/**
 * Categories as they can come back: with another key or address where another bears theirs by now. What had to differ is
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
    const slugs = new Set(others.filter(({ parent }) => parent === each.parent).map(({ slug }) => slug));
    const key = isTaken ? keyFrom(each.key, keys) : each.key;
    const slug = freeSlug(each.slug, (one) => slugs.has(one));
    if (key !== each.key) left.push(`“${each.label}” has the key ${key} now: another was given its own.`);
    if (slug !== each.slug)
      left.push(`“${each.label}” stands at ${slug} now: another stands at its address.`);
    categories.push({ ...each, key, slug });
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
  for (const { target, before, after } of changes) {
    const kept = now.get(target);
    const current: Json = kept ? { ...kept } : null;
    const [was, is] = [parsed(before), parsed(after)];
    if (was === null) {
      if (now.below(kept?.scheme ?? '', target).length > 0) left.push('Others stand below the category now.');
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
  for (const id of gone) {
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
  const [was, is] = [parsed(before), parsed(after)] as unknown as [SiteRow | null, SiteRow | null];
  if (!was) {
    if (now && (await pagesInSite(tx, now.id)) > 0) return ['Pages stand in the site now.'];
    if (now) await dropSite(tx, now.id);
  } else if (!now) await makeSite(tx, was, act.now);
  else if (is && sameJson({ ...now }, { ...is })) await changeSiteRow(tx, now.id, was);
  else return ['The site was changed since.'];
  return [];
}

/** Puts the model as it was before an act in force again, with what others changed since. */
async function undoModel(
  act: Act,
  installation: Installation,
  { before, after }: ActChange,
): Promise<{ taken?: Taken; left: Reason[] }> {
  const number = (state: string | null): number =>
    Number((parsed(state) as { number?: number } | null)?.number);
  const [was, is] = [await modelRevision(act.tx, number(before)), await modelRevision(act.tx, number(after))];
  if (!was || !is) return { left: ['The model as it was is not kept.'] };
  const [base, mine, theirs] = [is, was, installation.model.document] as unknown as Json[];
  const { value, conflicts } = mergeJson(base, mine, theirs);
  const { document } = parseModelDocument(value, '/document');
  if (!document || conflicts.length > 0)
    throw ruleViolation('The model was changed since in the same places. Change it back by hand, in Shape.');
  return { taken: await takeOver(act, installation, document), left: [] };
}

/**
 * Takes back one act, as an act of its own: every thing it changed is merged back, so that what others changed since
 * stays. Answers what had to stay as it is, and why. Refused where somebody took it back already.
 */
export async function undoAct(installation: Installation, person: Person, id: Id): Promise<UndoAnswer> {
  const found = isId(id) ? await actByUuid(installation.content, id) : undefined;
  if (!found) throw notFound('act');
  let turning = false;
  let told: UndoAnswer;
  try {
    const { answer, taken, all, categories } = await inAct(installation, person, async (act) => {
      const { tx } = act;
      const row = await actByUuid(tx, id);
      if (!row || row.undoneBy !== null) throw ruleViolation('This was taken back already.');
      const changes = await changesOf(tx, row.id);
      const records = await recordsByUuids(
        tx,
        changes.map(({ target }) => target),
      );
      const byUuid = new Map(records.map((record) => [record.uuid, record]));
      for (const change of changes)
        expectMay(installation, person, change, byUuid.get(change.target)?.type ?? null);
      const left: UndoAnswer['left'] = [];
      const tell = (label: string, reasons: readonly Reason[]) =>
        left.push(...reasons.map((why) => ({ label, why })));
      const model = changes.find(({ sort }) => sort === 'model');
      const undone = model ? await undoModel(act, installation, model) : { left: [] };
      tell('The model', undone.left);
      for (const change of changes) if (change.sort === 'site') tell('', await undoSite(act, change));
      tell(
        '',
        await undoCategories(
          act,
          changes.filter(({ sort }) => sort === 'category'),
        ),
      );
      for (const { target, before, after } of changes) {
        const record = byUuid.get(target);
        // What an act keeps of a record is written by the act alone.
        const [was, is] = [parsed(before), parsed(after)] as unknown as [ActRecord | null, ActRecord | null];
        if (record && is) tell(record.title, await undoRecord(act, record.id, was, is));
      }
      const kept = await act.keep(`took back: ${row.what}`, { undoes: row.id });
      if ('taken' in undone && undone.taken) {
        installation.turnover.begin();
        turning = true;
      }
      return {
        answer: { act: kept ?? null, left },
        taken: 'taken' in undone ? undone.taken : undefined,
        all: await sites(tx),
        categories: act.inside.categories,
      };
    });
    installation.categories = categories;
    if (!sameJson([...installation.sites] as unknown as Json, all as unknown as Json))
      seeSites(installation, all);
    if (taken) inForceNow(installation, taken);
    // What an undo shows may be anywhere; it is rare enough to draw every page anew.
    installation.rendered.renewAll();
    told = answer;
  } finally {
    if (turning) installation.turnover.end();
  }
  await recountNoted(installation);
  return told;
}
