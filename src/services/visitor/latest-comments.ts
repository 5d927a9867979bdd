import { clockAt } from '../../core/content/clock';
import { valuesIn } from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { leadingTo, type FaceContent } from '../../core/mapping/face';
import type { Item } from '../../core/mapping/arrangement/arrange';
import { resultWindow } from '../../core/mapping/arrangement/result-pages';
import { mapToFace } from '../../core/mapping/map';
import { listingBounds, type ListingRule } from '../../core/mapping/rule/listing-rule';
import { commentParts, COMMENTS } from '../../core/model/comment-type';
import { resolveSetting, type SettingsLayer } from '../../core/model/settings';
import { commentAnchor, layersWith } from '../../core/site/comments';
import { itemBySettings, listingLayers } from '../../core/site/shown-by-settings';
import { commentedSince, countLatest, latestComments, type CommentSeen } from '../../store/comments';
import { entryHomes } from '../entries/addresses';
import { addressesOf } from '../listings/sources';
import { entryBody, pageBody } from '../records/bodies';
import { drawingOf } from '../records/known';
import { zoneOf, type Installation } from '../runtime/installation';
import { saysHowOthersAre } from './resolve-address';
import { layersOf } from './stands-in';

/** Of how many comments a page is drawn again with what they stand on; with more, it is so after a while. */
const MOST_MADE_FROM = 60;

/** What visitors said, as a listing shows it, and what pages that show it are made from besides themselves. */
export interface LatestComments {
  matching: number;
  items: Item[];
  madeFrom: Id[];
}

/** The types on whose entries and pages what was said is shown, as far as no page says otherwise for itself. */
async function typesShowing(installation: Installation): Promise<Id[]> {
  const { content, model } = installation;
  const homes = await entryHomes(content, installation);
  const entries = model.contentTypes.filter((type) => {
    const page = homes.get(type.id)?.page;
    const of = page && model.pageType(page.type);
    const layers = of && layersWith(layersOf(installation, of, pageBody(page.body)), type);
    return layers && resolveSetting('comments', layers).value !== 'off';
  });
  const pages = model.pageTypes.filter(
    (type) =>
      !saysHowOthersAre(installation, type) &&
      resolveSetting('comments', listingLayers(model.document, type.definition, {})).value !== 'off',
  );
  return [...entries, ...pages].map(({ id }) => id);
}

/** The type of what a comment stands on; none where it is gone from the model. */
const typeOf = ({ model }: Installation, { sort, type }: CommentSeen) =>
  sort === 'entry' ? model.contentType(type) : model.pageType(type);

function titleIn(installation: Installation, row: CommentSeen, language: string | undefined): string {
  const type = typeOf(installation, row);
  const said = row.sort === 'entry' ? entryBody(row.body) : pageBody(row.body);
  return (type && titleOf(type.definition, valuesIn(said, language))) || row.title;
}

/** What a visitor wrote, marked with the language in which it was written where the page speaks another. */
const inItsLanguage = (face: FaceContent, lang: string): FaceContent =>
  Object.fromEntries(
    Object.entries(face).map(([part, shown]) => [
      part,
      shown.map((each) => (each.field === commentParts.words ? { ...each, lang } : each)),
    ]),
  );

/** The types of which what was said is shown, as tables know them. */
const numbersShowing = async (installation: Installation): Promise<number[]> =>
  (await typesShowing(installation)).map((id) => installation.keyMap.find(id));

/** How many comments visitors see, as far as a listing goes. */
export const countComments = async (
  installation: Installation,
  { skip = 0 }: Pick<ListingRule, 'skip'>,
): Promise<number> =>
  countLatest(
    installation.content,
    await numbersShowing(installation),
    installation.now(),
    listingBounds.limit + skip,
  );

/** What visitors see of what was said anywhere, the newest first, on one page of results. */
export async function drawLatestComments(
  installation: Installation,
  rule: ListingRule,
  language?: string,
  page?: SettingsLayer,
  results = 1,
): Promise<LatestComments> {
  const { content, model, now } = installation;
  const types = await numbersShowing(installation);
  const { offset, count } = resultWindow(rule, results);
  const [matching, rows] = await Promise.all([
    countComments(installation, rule),
    latestComments(content, { types, now: now(), offset, limit: count }),
  ]);
  const [addresses, drawing] = await Promise.all([
    addressesOf(
      content,
      installation,
      rows.flatMap((row) => {
        const type = typeOf(installation, row);
        return type ? [{ id: row.on, type }] : [];
      }),
      language,
    ),
    drawingOf(content, installation, [], language),
  ]);
  const layers = listingLayers(model.document, undefined, rule, page);
  const speaks = language ?? model.locale;
  return {
    matching,
    // What visitors do not see now, and what would stand here if they did, among them.
    madeFrom: [
      COMMENTS,
      ...(await commentedSince(content, rows.length < count ? 0 : (rows.at(-1)?.at ?? 0), MOST_MADE_FROM)),
    ],
    items: rows.flatMap((row): Item[] => {
      const address = addresses.get(row.on);
      if (address === undefined) return [];
      const values = {
        [commentParts.on]: titleIn(installation, row, language),
        [commentParts.name]: row.name,
        [commentParts.at]: clockAt(row.at, zoneOf(installation)),
        [commentParts.words]: row.words,
      };
      const face = itemBySettings(mapToFace(rule.mapping, model.comments, { values }, drawing), layers);
      return [
        {
          id: row.uuid,
          said: row.at,
          face: leadingTo(
            row.language === speaks ? face : inItsLanguage(face, row.language),
            `${address}#${commentAnchor(row.uuid)}`,
          ),
        },
      ];
    }),
  };
}
