import { holdsAll, passageOf, parseSought, type Piece, type Sought } from '../../core/content/sought-words';
import { shownTexts, textsInLanguage } from '../../core/content/shown-texts';
import { titleOf } from '../../core/content/values';
import { valuesIn } from '../../core/content/localized-values';
import type { Id } from '../../core/ids';
import { shorten } from '../../core/mapping/shorten';
import type { CompiledModel } from '../../core/model/compile';
import { sayingIn } from '../../core/model/visitor-words';
import { searchKeys } from '../../core/site/address';
import { pageSaying } from '../../core/site/page-saying';
import type { DrawnSearch, VisitorPage } from '../../core/site/visitor-page';
import { liveWithWords, type FoundVersion } from '../../store/live-words';
import type { SiteRow } from '../../store/sites';
import { entryAddresses, entryPages } from '../entries/addresses';
import { pageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { aroundSite } from './around-site';
import { saysHowOthersAre } from './resolve-address';

/** The most characters that are sought. */
const LONGEST = 200;
/** How many that may be meant are looked at: those that are found are counted among them. */
const LOOKED_AT = 300;
/** How much is shown of what says what is sought in its title alone. */
const OPENING = 140;
/** How many stand on a page of results. */
const ON_A_PAGE = 20;

/** What was found: what it is called, where it stands, of which type it is, and the words around what was sought. */
interface Found {
  label: string;
  address: string;
  type: Id;
  kind: string;
  passage: Piece[];
}

/** The types of what visitors can go to: of pages that are some themselves, and of entries that pages show. */
async function typesToFind(installation: Installation): Promise<number[]> {
  const { model, keyMap } = installation;
  const places = model.pageTypes.filter((type) => {
    const { kind } = type.definition.source;
    return kind !== 'heading' && kind !== 'link' && !saysHowOthersAre(installation, type);
  });
  const shown = await entryPages(installation.content, installation);
  return [...new Set([...places.map(({ id }) => id), ...shown.map(({ type }) => type)])].map((id) =>
    keyMap.of(id),
  );
}

const typeOf = (model: CompiledModel, { sort, type }: FoundVersion) =>
  sort === 'page' ? model.pageType(type) : model.contentType(type);

/** What something says around what is sought; nothing where visitors see none of that. */
function saidOf(
  installation: Installation,
  each: FoundVersion,
  sought: Sought,
  language: string | undefined,
): Pick<Found, 'label' | 'kind' | 'passage'> | undefined {
  const { model } = installation;
  const type = typeOf(model, each);
  if (!type) return undefined;
  const body = pageBody(each.body);
  const label = titleOf(type.definition, valuesIn(body, language)) || titleOf(type.definition, body.values);
  const texts = textsInLanguage(shownTexts(model, type, body, installation.now()), language);
  // What is sought stands all in what is shown, though not all of it in one text.
  if (!holdsAll([label, ...texts].join('\n'), sought)) return undefined;
  const others = texts.filter((text) => text !== label);
  const passages = others.map((text) => passageOf(text, sought)).filter((passage) => passage !== undefined);
  const opening = others[0] === undefined ? [] : [{ words: shorten(others[0], OPENING), hit: false }];
  return {
    label,
    kind: sayingIn(model.document, language)(type.definition.label),
    passage: passages[0] ?? opening,
  };
}

/** What visitors of a site find by some words in a language, the best first, at most `LOOKED_AT`. */
export async function foundBy(
  installation: Installation,
  site: SiteRow,
  sought: Sought,
  language: string | undefined,
  most = LOOKED_AT,
): Promise<Found[]> {
  const { model } = installation;
  const versions = await liveWithWords(installation.content, sought, {
    language: language === undefined ? 0 : model.document.locales.others.indexOf(language) + 1,
    types: await typesToFind(installation),
    now: installation.now(),
    most,
  });
  const entries = versions.filter(({ sort }) => sort === 'entry');
  const addresses = await entryAddresses(
    installation.content,
    installation,
    entries.map(({ uuid: id, type }) => ({ id, type })),
    language,
  );
  return versions.flatMap((each): Found[] => {
    const address =
      each.sort === 'page'
        ? each.site === site.id && each.address !== null
          ? visitorAddress(installation, language, each.address)
          : undefined
        : addresses.get(each.uuid);
    const said = address === undefined ? undefined : saidOf(installation, each, sought, language);
    return said && address !== undefined ? [{ ...said, address, type: each.type }] : [];
  });
}

/** How many there are of each sort, the most first. */
function sortsOf(found: readonly Found[]): { type: Id; label: string; count: number }[] {
  const sorts = new Map<Id, { type: Id; label: string; count: number }>();
  for (const { type, kind } of found) {
    const sort = sorts.get(type) ?? { type, label: kind, count: 0 };
    sort.count += 1;
    sorts.set(type, sort);
  }
  return [...sorts.values()].sort((a, b) => b.count - a.count);
}

/** The page that shows what a visitor sought on a site, and what was found; nothing where the site has no first page. */
export async function searchPage(
  installation: Installation,
  site: SiteRow,
  language: string | undefined,
  query: URLSearchParams,
): Promise<VisitorPage | undefined> {
  const around = await aroundSite(installation, site, language);
  if (!around) return undefined;
  const { locale, seek } = around;
  const typed = (query.get(searchKeys.words) ?? '').trim().slice(0, LONGEST);
  const all = typed === '' ? [] : await foundBy(installation, site, parseSought(typed), language);
  if (typed !== '' && all.length === 0) installation.soughtInVain.count(typed, locale);
  const sorts = sortsOf(all);
  const { model } = installation;
  const keyOf = (type: Id) => (model.pageType(type) ?? model.contentType(type))?.definition.key;
  const chosen = sorts.find(({ type }) => keyOf(type) === query.get(searchKeys.sort));
  const found = chosen ? all.filter(({ type }) => type === chosen.type) : all;
  const pages = Math.max(1, Math.ceil(found.length / ON_A_PAGE));
  const asked = Number(query.get(searchKeys.page) ?? 1);
  const here = Number.isInteger(asked) ? Math.min(Math.max(asked, 1), pages) : 1;
  const at = (sort: Id | undefined, page = 1): string => {
    const key = sort && keyOf(sort);
    const said = new URLSearchParams({
      [searchKeys.words]: typed,
      ...(key ? { [searchKeys.sort]: key } : {}),
      ...(page > 1 ? { [searchKeys.page]: String(page) } : {}),
    });
    return `${seek}?${said}`;
  };
  const search: DrawnSearch = {
    words: typed,
    total: found.length,
    more: all.length === LOOKED_AT,
    sorts:
      sorts.length > 1
        ? [
            { label: '', count: all.length, address: at(undefined), here: !chosen },
            ...sorts.map(({ type, label, count }) => ({
              label,
              count,
              address: at(type),
              here: type === chosen?.type,
            })),
          ]
        : [],
    found: found.slice((here - 1) * ON_A_PAGE, here * ON_A_PAGE).map(({ type: _type, ...each }) => each),
    ...(here > 1 ? { previous: at(chosen?.type, here - 1) } : {}),
    ...(here < pages ? { next: at(chosen?.type, here + 1) } : {}),
  };
  return pageSaying(around.site, locale, 'search', {
    ...around.ways,
    languages: around.languages.map((each) => ({
      ...each,
      address: `${each.address}?${new URLSearchParams({ [searchKeys.words]: typed })}`,
    })),
    seek,
    search,
    // Where nothing is found, the pages that the site begins with help on.
    ...(typed !== '' && found.length === 0 ? { below: around.first } : {}),
  });
}
