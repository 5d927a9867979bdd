import { blocksIn, referencesInSlots, type SlotContents } from '../../core/content/blocks';
import { referencesInLocalized, valuesIn } from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { foundSaid } from '../../core/mapping/found-said';
import { mapToFace } from '../../core/mapping/map';
import { type Drawing, type FaceContent } from '../../core/mapping/face';
import { type ListingRule } from '../../core/mapping/rule/listing-rule';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { resolveSetting } from '../../core/model/settings';
import { allResultsAddress, resultAddress } from '../../core/site/address';
import { layersWith } from '../../core/site/comments';
import { pageBySettings } from '../../core/site/shown-by-settings';
import type { NavigationItem } from '../../core/site/navigation';
import type { VisitorPage } from '../../core/site/visitor-page';
import { keysByListing } from '../../store/listings';
import { liveAbove, type LivePage } from '../../store/live-pages';
import { bodyOfCategory, categoryAddress, categoryLabel, schemeShownBy } from '../categories/pages';
import type { CategoryWay } from '../categories/pages';
import { entryAddresses } from '../entries/addresses';
import { withShared } from '../../core/content/shared-blocks';
import { sharedSlot } from '../../core/model/shared-type';
import { sharedAmong } from '../../store/known';
import { pageBody, type PageBody } from '../records/bodies';
import { drawingOf, pageTitle } from '../records/known';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { siteOf } from '../runtime/sites';
import { pageVisits } from '../runtime/visits';
import { accountWayOf, siteDrawn } from './around-site';
import { thingOf } from './thing';
import { commentsOn } from './comments';
import { companyOf } from './company';
import { standingIn } from './draw-blocks';
import { ruleInForce } from './listings';
import type { Navigator } from './navigation';
import { saysHowOthersAre, type ResolvedAddress } from './resolve-address';
import { layersOf } from './stands-in';
import { languagesOf, waysOn } from './ways';

/** What is asked of a page besides itself: a language, a page of its results, what a visitor chose of them. */
export interface PageRequest {
  language?: string;
  results?: number;
  query?: URLSearchParams;
  /** How many of a list that fills it are to stand on one page, where that is not for the list to say. */
  perPage?: number;
  /** Whether it is drawn to be arranged: blocks that visitors do not see stand there too. */
  arranging?: boolean;
}

/** A page that is asked for: where it stands, what it says, and in which language. */
export interface Asked extends PageRequest {
  standing: ResolvedAddress;
  body: PageBody;
  type: CompiledType<PageType>;
}

/** What is known of a page before anything of it is drawn. */
export interface Surroundings {
  /** Its address in the tree. */
  address: string;
  /** The pages above it, from the top down. */
  above: LivePage[];
  contents: SlotContents;
  /** Of slots that another page fills, by their ids: which. */
  inherited: ReadonlyMap<Id, LivePage>;
  /** The rules of the listings that it and its blocks show, and of the one that fills it. */
  rules: (readonly [Id, ListingRule])[];
  filling: ListingRule | undefined;
  /** Where all that each of its listings shows stands. */
  allAt: ReadonlyMap<Id, string>;
}

/**
 * What stands in slots with the blocks of its shared blocks in their places. To be arranged they stay apart,
 * and one that visitors do not see yet shows what is worked on.
 */
async function withSharedBlocks(
  { content, model, now }: Installation,
  contents: SlotContents,
  arranging: boolean,
): Promise<SlotContents> {
  const ids = [...new Set(blocksIn(contents).flatMap(({ shared }) => shared ?? []))];
  if (ids.length === 0) return contents;
  const kept = new Map((await sharedAmong(content, ids, now())).map((row) => [row.uuid, row]));
  const blocksOf = (id: Id) => {
    const row = kept.get(id);
    const body = row && (row.live ?? (arranging ? row.body : undefined));
    return body === undefined ? undefined : pageBody(body).slots?.[sharedSlot.id];
  };
  return withShared(model, contents, blocksOf, arranging);
}

export async function surroundingsOf(
  installation: Installation,
  { standing: { page, entry, category }, body, type, arranging = false }: Asked,
): Promise<Surroundings> {
  const above = await liveAbove(installation.content, installation.now(), page.record);
  const standing = standingIn(installation, type, body, above);
  const { inherited } = standing;
  const contents = await withSharedBlocks(installation, standing.contents, arranging);
  const shown = [body.listing, ...blocksIn(contents).map(({ listing }) => listing)];
  const listings = [...new Set(shown.filter((id): id is string => id !== undefined))];
  const rules = (
    await Promise.all(listings.map(async (id) => [id, await ruleInForce(installation, id)] as const))
  ).filter((pair): pair is readonly [string, ListingRule] => pair[1] !== undefined);
  const address = entry?.address ?? category?.address ?? page.address;
  const keys = await keysByListing(
    installation.content,
    rules.flatMap(([id, { fullList }]) => (fullList === undefined ? [] : [id])),
  );
  return {
    address,
    allAt: new Map([...keys].map(([id, key]) => [id, allResultsAddress(address, key)])),
    above,
    contents,
    inherited,
    rules,
    filling: rules.find(([id]) => id === body.listing)?.[1],
  };
}

/** Where a page leads: what stands below it, in the navigation, and beside it. */
interface Ways {
  below: LivePage[];
  /** The navigations in the head and the foot. */
  navigation: NavigationItem[];
  foot: NavigationItem[];
  categories: CategoryWay[];
  beside: CategoryWay[];
}

export async function waysOf(
  installation: Installation,
  { standing, language }: Asked,
  { filling }: Surroundings,
  navigator: Navigator,
): Promise<Ways> {
  const { page, entry, category } = standing;
  // The pages below the top stand in its navigation; those below any other page are named on it.
  const namesBelow = !filling && !entry && page.parent !== null;
  const children = namesBelow ? await navigator.childrenOf(page) : [];
  return {
    below: namesBelow && !category ? await navigator.below(page) : [],
    navigation: await navigator.around('head'),
    foot: await navigator.around('foot'),
    ...(await waysOn(installation, standing, children, language)),
  };
}

/** What all of a page refers to, gathered once. */
export function drawingFor(
  installation: Installation,
  { standing: { entry }, body, type, language }: Asked,
  { contents }: Surroundings,
  { below }: Ways,
): Promise<Drawing> {
  const fieldsOf = (each: LivePage) => installation.model.pageType(each.type)?.fields ?? [];
  const own = entry
    ? referencesInLocalized(entry.type.fields, entry.localized)
    : referencesInLocalized(type.fields, body);
  return drawingOf(
    installation.content,
    installation,
    [
      ...own,
      ...below.flatMap((each) => referencesInLocalized(fieldsOf(each), pageBody(each.body))),
      ...referencesInSlots(installation.model, type.definition.slots, contents),
    ],
    language,
  );
}

/** What a page says of itself: its title, its face, who wrote it, how often it was read. */
export async function ownWords(
  installation: Installation,
  { standing: { page, entry, category }, body, type, language }: Asked,
  { address }: Surroundings,
  drawing: Drawing,
) {
  const layers = layersOf(installation, type, body);
  const homes =
    entry &&
    (await entryAddresses(
      installation.content,
      installation,
      [{ id: entry.id, type: entry.type.id }],
      language,
    ));
  const home = entry && homes?.get(entry.id);
  const author = entry ? entry.publishedBy : (category?.words ?? page).publishedBy;
  const showsVisits = resolveSetting('showVisits', layers).value === 'yes';
  const said =
    category || saysHowOthersAre(installation, type) !== (entry !== undefined)
      ? undefined
      : await commentsOn(installation, entry?.id ?? page.uuid, layersWith(layers, entry?.type));
  const face = entry
    ? mapToFace(entry.type.definition.face.mapping, entry.type, entry.localized, drawing)
    : mapToFace(type.definition.face.mapping, type, body, drawing);
  const title = entry
    ? titleOf(entry.type.definition, valuesIn(entry.localized, language)) || entry.title
    : category
      ? titleOf(type.definition, valuesIn(body, language))
      : pageTitle(installation, page, language);
  return {
    title,
    face: pageBySettings(face, layers),
    ...(entry ? foundSaid(entry.type, entry.localized, drawing) : foundSaid(type, body, drawing)),
    ...(entry ? thingOf(entry.type, entry.localized, drawing) : {}),
    ...(author && resolveSetting('showAuthor', layers).value === 'yes' ? { author } : {}),
    ...(resolveSetting('showActs', layers).value === 'yes' ? { acts: true as const } : {}),
    ...(resolveSetting('showContents', layers).value === 'yes' ? { listsHeadings: true as const } : {}),
    ...(said ? { comments: said.comments } : {}),
    ...(said?.until === undefined ? {} : { commentsUntil: said.until }),
    ...(showsVisits
      ? { visits: await pageVisits(installation, entry?.id ?? category?.category.id ?? page.uuid) }
      : {}),
    ...(home === undefined || home === visitorAddress(installation, language, address)
      ? {}
      : { canonical: home }),
    ...(entry ? await companyOf(installation, entry.type, entry.id, language) : {}),
  };
}

/** What a visitor reads of a face in one go, for the line under a title. */
const summaryOf = (face: FaceContent) => face.summary?.[0]?.words ?? '';

/** The names of what a page leads to, each with where it stands. */
export function drawWays(
  installation: Installation,
  { standing: { category }, language }: Asked,
  { above }: Surroundings,
  { below, navigation, foot, categories, beside }: Ways,
  drawing: Drawing,
  navigator: Navigator,
) {
  const link = (each: LivePage) => ({
    label: pageTitle(installation, each, language),
    address: visitorAddress(installation, language, each.address),
  });
  const summaryIn = (
    of: CompiledType<PageType> | undefined,
    bodyOf: (of: CompiledType<PageType>) => PageBody,
  ) =>
    of
      ? summaryOf(
          pageBySettings(
            mapToFace(of.definition.face.mapping, of, bodyOf(of), drawing),
            layersOf(installation, of, bodyOf(of)),
          ),
        )
      : '';
  const { model } = installation;
  const trail = category ? installation.categories.trail(category.category.id).slice(0, -1) : [];
  return {
    navigation,
    foot,
    above: [
      ...above.map(link),
      ...trail.map((each) => ({
        label: categoryLabel(each, language),
        address: visitorAddress(
          installation,
          language,
          category ? categoryAddress(installation, category.home, each.id) : '',
        ),
      })),
    ],
    below: [
      ...below.map((each) => ({
        label: pageTitle(installation, each, language),
        address: navigator.addressOf(each) ?? '',
        summary: summaryIn(model.pageType(each.type), () => pageBody(each.body)),
      })),
      ...categories.map(({ label, address: at, count, home, category: each }) => ({
        label,
        address: at,
        summary: summaryIn(model.pageType(home.page.type), (of) =>
          bodyOfCategory(of, pageBody(home.page.body), undefined, each, schemeShownBy(installation, of)),
        ),
        count,
      })),
    ],
    ...(beside.length > 0
      ? {
          beside: beside.map(({ category: each, label, address: at, count }) => ({
            label,
            address: at,
            count,
            here: each.id === category?.category.id,
          })),
        }
      : {}),
  };
}

/** What every page of a site is drawn with. */
export function frameOf(
  installation: Installation,
  { standing: { page, entry }, body, language, results = 1 }: Asked,
  address: string,
): Pick<
  VisitorPage,
  'locale' | 'site' | 'address' | 'languages' | 'isTop' | 'seek' | 'origin' | 'accountWay'
> {
  const { locale: main } = installation.model;
  const translated = { ...body.translations, ...entry?.localized.translations };
  const site = siteDrawn(installation, siteOf(installation, page.site), language);
  return {
    locale: language ?? installation.model.locale,
    site,
    seek: site.home,
    ...accountWayOf(installation, site.home),
    address: resultAddress(visitorAddress(installation, language, address), results),
    languages: languagesOf(installation, address, results, language).map((each) => ({
      ...each,
      said: each.locale === main || Object.keys(translated[each.locale] ?? {}).length > 0,
    })),
    origin: installation.settings.address,
    isTop: page.parent === null,
  };
}
