import { withSources } from '../../core/content/translation-sources';
import { beginWith } from '../model/put-in-force';
import { addListing, publishListing } from '../listings/write';
import { addMedia, changeMedium } from '../media/uploads';
import sharp from 'sharp';
import { parseLocalized } from '../../core/content/localized-values';
import { dayAt } from '../../core/content/day';
import type { Fault } from '../../core/faults';
import { modelFromKeys } from '../../core/formats/model-by-keys';
import { parseModelDocument } from '../../core/formats/model-schema';
import type { Id } from '../../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, ModelDocument, PageType, Scheme } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import { FOLDERS } from '../../core/model/media-type';
import { changeSiteRow } from '../../store/sites';
import { putSetting } from '../../store/settings';
import { changeAudience } from '../audience';
import { fillComments } from './fill-comments';
import { fillVisitors, groupsNamed } from './fill-visitors';
import { addVisits } from '../../store/visits';
import { bringInBulk, type BulkEntry } from '../entries/bulk';
import { addCategory, changeCategory } from '../categories/edit';
import { today, type Installation } from '../runtime/installation';
import { addSite } from '../pages/sites';
import { addPage, changePage, publishPage } from '../pages/write';
import { addSharedBlock } from '../shared/write';
import { addStarter } from '../starters/write';
import { addPerson } from '../people/people';
import { type Person } from '../people/person';
import { SiteNames } from './file-names';
import type { FileCategory, FilePage, FileStarter, Sample, SiteFiles } from './files';

const DAY = 86_400_000;

const refuse = (where: string, faults: readonly Fault[]) =>
  new Error(`${where}:\n${faults.map(({ path, message }) => `  ${path}: ${message}`).join('\n')}`);

/** Content types in an order in which what an entry links to is there before it, as far as they form no circle. */
function linkedFirst(types: readonly CompiledType<ContentType>[]): CompiledType<ContentType>[] {
  const inOrder: CompiledType<ContentType>[] = [];
  const begun = new Set<Id>();
  const add = (type: CompiledType<ContentType>): void => {
    if (begun.has(type.id)) return;
    begun.add(type.id);
    for (const field of type.fields)
      for (const id of kindFor(field).leadsTo ?? []) {
        const linked = types.find((each) => each.id === id);
        if (linked) add(linked);
      }
    inOrder.push(type);
  };
  types.forEach(add);
  return inOrder;
}

/**
 * One entry as its file tells it: besides its values, what it says in French (`fr`), how far it has come
 * (`state`) and how old it is (`age`, in days).
 */
function parseEntry(
  installation: Installation,
  names: SiteNames,
  type: CompiledType<ContentType>,
  written: JsonObject,
  place: number,
  by: number,
): BulkEntry {
  const {
    state = 'published',
    age = written.state === 'review' ? 1 + (place % 6) : 3 + ((place * 37) % 160),
    fr,
    ...given
  } = written;
  const { localized: read, faults } = parseLocalized(
    type.fields,
    {
      values: names.localized(type.fields, given),
      ...(isJsonObject(fr) ? { translations: { fr: names.localized(type.fields, fr) } } : {}),
    },
    { values: {} },
    '',
    installation.model.document.locales.others,
  );
  if (faults.length > 0) throw refuse(`entries/${type.definition.key}, entry ${place + 1}`, faults);
  const localized = withSources(type.fields, { values: {} }, read);
  const at = installation.now() - Number(age) * DAY - place * 61_000;
  const shown = {
    published: { starts: at },
    scheduled: { starts: installation.now() + 9 * DAY },
    withdrawn: { starts: at - 90 * DAY, ends: at },
  }[String(state)];
  return {
    ...localized,
    at,
    by,
    stage: state === 'review' ? 'review' : 'draft',
    ...(shown ? { shown } : {}),
  };
}

async function fillCategories(
  installation: Installation,
  architect: Person,
  names: SiteNames,
  scheme: CompiledType<Scheme>,
  written: readonly FileCategory[],
  parent: Id | null,
): Promise<void> {
  for (const { label, fr, below = [], ...values } of written) {
    const made = await addCategory(installation, architect, scheme.id, { label, parent });
    names.categories.set(`${scheme.definition.key} ${made.key}`, made.id);
    await changeCategory(installation, architect, made.id, made.revision, {
      ...(fr === undefined ? {} : { labels: { fr } }),
      values: names.localized(scheme.fields, values as JsonObject),
    });
    await fillCategories(installation, architect, names, scheme, below, made.id);
  }
}

/** Makes the folders, and says of each medium what its file tells; `fr` is what it says in French. */
async function fillMedia(
  installation: Installation,
  architect: Person,
  names: SiteNames,
  { media }: Pick<SiteFiles, 'media'>,
): Promise<void> {
  const folders = installation.model.scheme(FOLDERS);
  if (!media || !folders) return;
  await fillCategories(installation, architect, names, folders, media.folders, null);
  const { fields } = installation.model.media;
  for (const [name, { fr, ...written }] of Object.entries(media.files)) {
    const id = names.media.get(name);
    if (id === undefined) throw new Error(`media: there is no file called ${name}.`);
    await changeMedium(installation, architect, id, 1, {
      values: names.localized(fields, written),
      ...(isJsonObject(fr) ? { translations: { fr: names.localized(fields, fr) } } : {}),
    });
  }
}

/**
 * Fills a new database with the sample: people, model, and all that `fillSite` brings. Stops at the first thing that is
 * not as it should be.
 */
export async function fillWithSample(installation: Installation, sample: Sample): Promise<void> {
  await beginWith(installation, modelOf(sample));
  await installation.content.write(async (tx) => {
    await putSetting(tx, 'demo', 'yes');
    await changeSiteRow(tx, installation.site.id, { ...installation.site, ...sample.site });
  });
  installation.demo = true;
  installation.site = { ...installation.site, ...sample.site };
  installation.sites = [installation.site, ...installation.sites.slice(1)];
  const people: Person[] = [];
  for (const person of sample.people)
    people.push({ ...(await addPerson(installation, person)), session: '', endsAt: 0 });
  const [architect] = people;
  if (!architect) throw new Error('demo/site: the first of the people is the architect.');
  const pages = await fillSite(
    installation,
    architect,
    sample,
    people.filter(({ role }) => role === 'editor'),
  );
  const [editor = architect] = people.filter(({ role }) => role === 'editor');
  await fillComments(installation, editor, sample.comments);
  await fillVisitors(installation, sample.visitors);
  await installation.sessions.write((tx) =>
    addVisits(
      tx,
      pages.flatMap((id, place) => visitsBefore(installation, id, place)),
    ),
  );
}

/** The model that a site's files tell. */
export function modelOf({ model }: Pick<SiteFiles, 'model'>): ModelDocument {
  const { document, faults } = parseModelDocument(modelFromKeys(model));
  if (!document) throw refuse('model', faults);
  return document;
}

/**
 * Fills a site whose model is in force with what its files hold: categories, media, pages, entries,
 * listings. Its entries are written by the writers, in turn. Answers the ids of its pages, those above
 * first.
 */
export async function fillSite(
  installation: Installation,
  architect: Person,
  files: SiteFiles,
  writers: readonly Person[],
): Promise<Id[]> {
  const names = new SiteNames(installation.model, today(installation));
  const unknown = Object.keys(files.entries).find((key) => !installation.model.contentTypeByKey(key));
  if (unknown !== undefined) throw new Error(`entries/${unknown}: there is no content type of that key.`);
  const pictures = await Promise.all(
    Object.entries(files.pictures).map(async ([name, drawing]) => ({
      name,
      picture: await sharp(drawing).webp({ quality: 82, effort: 2 }).toBuffer(),
    })),
  );
  for (const { name, picture } of pictures)
    names.media.set(name, (await addMedia(installation, architect, { name: `${name}.webp` }, picture)).id);
  const others = { pdf: files.documents, wav: files.sounds, webm: files.films };
  for (const [ending, among = {}] of Object.entries(others))
    for (const [name, bytes] of Object.entries(among))
      names.media.set(name, (await addMedia(installation, architect, { name: `${name}.${ending}` }, bytes)).id);
  for (const [key, written] of Object.entries(files.categories ?? {})) {
    const scheme = installation.model.schemeByKey(key);
    if (!scheme) throw new Error(`categories/${key}: there is no scheme of that key.`);
    await fillCategories(installation, architect, names, scheme, written, null);
  }
  await fillMedia(installation, architect, names, files);
  // Pages come before the entries that link to them; what stands on them comes after.
  const made = await makePages(installation, architect, names, files);
  for (const type of linkedFirst(installation.model.contentTypes)) {
    const written = files.entries[type.definition.key] ?? [];
    const entries = written.map((each, i) =>
      parseEntry(installation, names, type, each, i, (writers[i % writers.length] ?? architect).id),
    );
    const ids = await bringInBulk(installation, null, type, entries);
    const title = type.field(type.definition.title)?.key ?? '';
    written.forEach((each, i) => names.entries.set(String(each[title]), ids[i] ?? ''));
  }
  for (const { label, rule, inForce = true } of files.listings) {
    const listing = await addListing(installation, architect, { label, rule: settledRule(names, rule) });
    if (inForce) await publishListing(installation, architect, listing.id, listing.revision, {});
    names.listings.set(label, listing.id);
  }
  for (const { name, key, blocks } of files.shared ?? []) {
    const given = names.blocks({ blocks }).blocks;
    const shared = await addSharedBlock(installation, architect, {
      name,
      key,
      blocks: Array.isArray(given) ? given.filter(isJsonObject) : [],
      published: true,
    });
    names.shared.set(key, shared.id);
  }
  for (const each of files.starters ?? []) await keepStarter(installation, architect, names, each);
  for (const { page, id } of made) await fillPage(installation, architect, names, page, id);
  return made.map(({ id }) => id);
}

async function keepStarter(
  installation: Installation,
  architect: Person,
  names: SiteNames,
  { blocks, values, slots, ...told }: FileStarter,
): Promise<void> {
  const fields = installation.model.pageTypeByKey(told.type ?? '')?.fields ?? [];
  const given = blocks === undefined ? undefined : names.blocks({ blocks }).blocks;
  await addStarter(installation, architect, {
    ...told,
    ...(given === undefined ? {} : { blocks: Array.isArray(given) ? given.filter(isJsonObject) : [] }),
    ...(values === undefined ? {} : { values: names.localized(fields, values) }),
    ...(slots === undefined ? {} : { slots: names.blocks(slots) }),
  });
}

/** What a page says in its links, which may lead to pages that are made later, or in all its other fields. */
const saidIn = (
  type: CompiledType<PageType> | undefined,
  values: JsonObject,
  which: 'links' | 'others',
): JsonObject =>
  Object.fromEntries(
    Object.entries(values).filter(([key]) => {
      const field = type?.fieldByKey(key);
      const isLink = field !== undefined && kindFor(field).shows === 'link';
      return isLink === (which === 'links');
    }),
  );

/** Makes the pages of all sites, still without what stands on them; those above first. */
async function makePages(
  installation: Installation,
  architect: Person,
  names: SiteNames,
  { pages, sites = [] }: Pick<SiteFiles, 'pages' | 'sites'>,
): Promise<{ page: FilePage; id: Id }[]> {
  const made: { page: FilePage; id: Id }[] = [];
  const make = async (below: readonly FilePage[], parent: Id | null, site: Id): Promise<void> => {
    for (const page of below) {
      const type = installation.model.pageTypeByKey(page.type);
      const fields = type?.fields ?? [];
      const category =
        page.category === undefined ? undefined : names.categories.get(page.category.replace('/', ' '));
      const { id, address } = await addPage(installation, architect, {
        type: page.type,
        parent,
        site,
        ...(category === undefined ? {} : { category }),
        values: names.localized(fields, saidIn(type, page.values, 'others')),
        ...(page.fr ? { translations: { fr: names.localized(fields, page.fr) } } : {}),
        ...(page.slug === undefined ? {} : { slug: page.slug }),
        ...(page.settings === undefined ? {} : { settings: page.settings }),
      });
      names.pages.set(address, id);
      made.push({ page, id });
      await make(page.below ?? [], id, site);
    }
  };
  names.sites.set(installation.site.key, installation.site.uuid);
  await make(pages, null, installation.site.uuid);
  for (const { label, begins, pages: own } of sites) {
    const site = await addSite(installation, architect, { label, begins });
    names.sites.set(begins, site.id);
    await make(own, null, site.id);
  }
  return made;
}

/** Puts on a page what stands on it, and shows it to visitors. */
async function fillPage(
  installation: Installation,
  architect: Person,
  names: SiteNames,
  { type, values, listing, picks, layout, slots, seenBy, state = 'published' }: FilePage,
  id: Id,
): Promise<void> {
  const fill = listing === undefined ? undefined : names.listings.get(listing);
  const pageType = installation.model.pageTypeByKey(type);
  const links = saidIn(pageType, values, 'links');
  const { revision } = await changePage(installation, architect, id, 1, {
    ...(Object.keys(links).length === 0 ? {} : { values: names.localized(pageType?.fields ?? [], links) }),
    ...(fill === undefined ? {} : { listing: fill }),
    ...(picks === undefined ? {} : { picks: picks.map((title) => names.entries.get(title) ?? title) }),
    ...(layout === undefined ? {} : { layout }),
    ...(slots === undefined ? {} : { slots: names.blocks(slots) }),
  });
  // For whom it is before anybody sees it.
  if (seenBy)
    await changeAudience(installation, architect, id, {
      own: { groups: groupsNamed(installation, seenBy.groups), asks: seenBy.asks === true },
    });
  if (state === 'published') await publishPage(installation, architect, id, revision, {});
}

/**
 * What the counter would have counted of a page in the sixty days before: more at weekends, less further down
 * the tree.
 */
function visitsBefore(
  installation: Installation,
  page: Id,
  place: number,
): { page: Id; day: string; n: number }[] {
  return Array.from({ length: 60 }, (_, ago) => {
    const at = installation.now() - ago * DAY;
    const weekend = [0, 6].includes(new Date(at).getUTCDay());
    return {
      page,
      day: dayAt(at, installation.site.timeZone),
      n: Math.round((120 / (place + 2)) * (weekend ? 2 : 1)) + ((place * 7 + ago * 13) % 9),
    };
  });
}

/**
 * Categories that a rule names by key, as `scheme/key`, sites, as `site/key`, and the page of its full list,
 * named by its address, become their ids.
 */
function settledRule(names: SiteNames, rule: JsonObject): JsonObject {
  const settle = (value: Json): Json => {
    if (typeof value === 'string')
      return (
        names.categories.get(value.replace('/', ' ')) ?? names.sites.get(value.replace('site/', '')) ?? value
      );
    if (Array.isArray(value)) return value.map(settle);
    return typeof value === 'object' && value !== null
      ? Object.fromEntries(Object.entries(value).map(([key, each]) => [key, settle(each)]))
      : value;
  };
  const fullList = typeof rule.fullList === 'string' ? names.pages.get(rule.fullList) : undefined;
  return {
    ...rule,
    ...(rule.where === undefined ? {} : { where: settle(rule.where) }),
    ...(fullList === undefined ? {} : { fullList }),
  };
}
