import { audienceNamed } from '../../core/site/audience';
import type { PagePreview, PreviewQuery } from '../../contract/pages';
import { FOREVER } from '../../core/content/states';
import { isId, type Id } from '../../core/ids';
import { placeOf } from '../../store/pages';
import { type LivePage } from '../../store/live-pages';
import { liveAt, recordById, recordByUuid, type KeptRecord } from '../../store/records';
import { versionOf } from '../../store/versions';
import { liveCounts } from '../categories/counts';
import { bodyOfCategory, categoryAddress, categoryHomeAt, schemeShownBy, wordsOf } from '../categories/pages';
import { entryTypeOf } from '../entries/addresses';
import { pageBody } from '../records/bodies';
import { carriedBody } from '../records/carry';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound } from '../runtime/refusal';
import { gather } from './gather';
import { anyOwnPage, type CategoryPage } from './resolve-address';

/** Among how many categories one is sought to look at a page by. */
const EXAMPLES = 200;

/**
 * The category to look at a page by that shows categories: the one asked for, else the first in which
 * something stands.
 */
export async function exampleCategory(
  installation: Installation,
  page: LivePage,
  asked: Id | undefined,
): Promise<CategoryPage | undefined> {
  const home = categoryHomeAt(installation, page);
  if (!home) return undefined;
  const all = installation.categories.inOrder(home.scheme).map(({ category }) => category);
  const counts =
    asked === undefined
      ? await liveCounts(
          installation.content,
          installation,
          home.scheme,
          all.slice(0, EXAMPLES).map(({ id }) => id),
        )
      : new Map<Id, number>();
  const category =
    asked === undefined
      ? (all.find(({ id }) => (counts.get(id) ?? 0) > 0) ?? all[0])
      : all.find(({ id }) => id === asked);
  return category && { category, home, address: categoryAddress(installation, home, category.id) };
}

/** Refuses a language that is none of the site's others. */
export function expectLanguage({ model }: Installation, language: string | undefined): void {
  if (language !== undefined && !model.document.locales.others.includes(language))
    throw invalidInput([
      { path: '/language', code: 'locale', message: `The site has no other language "${language}".` },
    ]);
}

/** A page's record with what it said at an earlier version, or to visitors at a moment, under the model in force. */
export async function asItWas(
  installation: Installation,
  record: KeptRecord,
  version: number | undefined,
  seenAt: string | undefined,
): Promise<KeptRecord> {
  if (version === undefined && seenAt === undefined) return record;
  const { content, model } = installation;
  const said =
    version === undefined
      ? await liveAt(content, record.id, Date.parse(seenAt ?? ''))
      : await versionOf(content, record.id, version);
  if (!said) throw notFound('version');
  return { ...record, title: said.title, body: carriedBody(model, record, said.body) };
}

/**
 * A page as visitors would see it if its working version were published now; one that shows categories, by
 * one of them. `as` names those by whom it is looked at: what stands around it and in its lists is what they see.
 */
export function pagePreview(
  installation: Installation,
  id: string,
  query: PreviewQuery = {},
): Promise<PagePreview> {
  const { as } = query;
  return as === undefined
    ? preview(installation, id, query)
    : installation.audiences.see(installation, audienceNamed(as), (seen) => preview(seen, id, query));
}

async function preview(
  installation: Installation,
  id: string,
  { language, category: asked, version, seenAt, arranging }: PreviewQuery,
): Promise<PagePreview> {
  expectLanguage(installation, language);
  const placeWorking = async (record: KeptRecord): Promise<LivePage | undefined> => {
    const place = await placeOf(installation.content, record.id);
    return (
      place && {
        ...place,
        id: 0,
        body: record.body,
        title: record.title,
        starts: 0,
        ends: FOREVER,
        publishedAt: installation.now(),
        publishedBy: record.changedBy,
      }
    );
  };
  const kept = isId(id) ? await recordByUuid(installation.content, id, 'page') : undefined;
  const record = kept && (await asItWas(installation, kept, version, seenAt));
  const as = record && record.binnedAt === null ? await placeWorking(record) : undefined;
  // Words of a category are looked at on the page that they stand on.
  const above =
    as?.category && as.parent !== null ? await recordById(installation.content, as.parent) : undefined;
  const all = above ? await placeWorking(above) : as;
  const type = installation.model.pageType(all?.type ?? '');
  if (!as || !all || !type) throw notFound('page');
  const shown = entryTypeOf(installation, type);
  const entry = shown && (await anyOwnPage(installation, shown, all));
  const category = await exampleCategory(installation, all, as.category ?? asked);
  const words =
    category &&
    (above ? as : await wordsOf(installation.content, installation, category.home, category.category.id));
  const body = category
    ? bodyOfCategory(
        type,
        pageBody(all.body),
        words && pageBody(words.body),
        category.category,
        schemeShownBy(installation, type),
      )
    : pageBody(all.body);
  const { page, inherited } = await gather(
    installation,
    { page: all, ...(entry ? { entry } : {}), ...(category ? { category } : {}) },
    body,
    type,
    { ...(language === undefined ? {} : { language }), arranging: arranging === 'yes' },
  );
  return {
    page,
    revision: record?.revision ?? 0,
    inherited: Object.fromEntries(
      [...inherited].map(([slot, { uuid, title }]) => [slot, { id: uuid, label: title }]),
    ),
  };
}
