import type { PageAnswer, WaitingPlace as WaitingPlaceAnswer } from '../../contract/pages';
import { olderInBlocks } from '../../core/content/block-sources';
import { olderIn } from '../../core/content/translation-sources';
import { serializeHints, serializeSlots } from '../../core/content/blocks';
import { serializeLocalized } from '../../core/content/localized-values';
import { serializeTray } from '../../core/content/tray';
import { titleOf } from '../../core/content/values';
import { isId, type Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import type { Reader } from '../../store/database';
import { placeOf, type PlacedPage } from '../../store/pages';
import { recordByUuid, type KeptRecord, type LiveVersion } from '../../store/records';
import { waitingRowsOf } from '../../store/waiting-places';
import { addressOfPlaced } from '../categories/pages';
import { pageBody, type PageBody } from '../records/bodies';
import { namesOf } from '../records/known';
import { publicationStateOf } from '../records/versions';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { driftOf, picksAnswer } from './collections';
import { pageFaults } from './faults';
import { addressAt, parentPlace } from './places';
import { pageReferences } from './references';
import { siteOf } from '../runtime/sites';

export function typeOfPage(installation: Installation, id: Id | null): CompiledType<PageType> {
  const type = id === null ? undefined : installation.model.pageType(id);
  if (!type) throw notFound('page type');
  return type;
}

/** What a page is called: its title, or for the words of a category, where they have none, the category's name. */
export const titleFor = (
  installation: Installation,
  type: CompiledType<PageType>,
  { values }: PageBody,
  category: Id | null,
): string =>
  titleOf(type.definition, values) ||
  (category === null ? '' : (installation.categories.get(category)?.label ?? ''));

export interface PageWithPlace {
  record: KeptRecord;
  place: PlacedPage;
}

export async function needPage(reader: Reader, id: Id): Promise<PageWithPlace> {
  const record = isId(id) ? await recordByUuid(reader, id, 'page') : undefined;
  const place = record && record.binnedAt === null ? await placeOf(reader, record.id) : undefined;
  if (!record || !place) throw notFound('page');
  return { record, place };
}

/** The places that a page is to take, as they are told at the door. */
async function waitingPlacesAnswer(
  reader: Reader,
  installation: Installation,
  record: number,
  { site }: PlacedPage,
): Promise<WaitingPlaceAnswer[]> {
  return Promise.all(
    (await waitingRowsOf(reader, record))
      .sort((a, b) => Number(a.starts === 0) - Number(b.starts === 0))
      .map(async ({ starts, parent, slug }) => {
        const above = await parentPlace(reader, parent);
        return {
          ...(starts === 0 ? {} : { from: new Date(starts).toISOString() }),
          parent: above?.uuid ?? null,
          under: above?.title ?? '',
          slug,
          address: addressAt({ site: siteOf(installation, site), parent: above }, slug),
        };
      }),
  );
}

/**
 * What of a page is older in other languages than what the main language says: of its own fields, and of its
 * blocks.
 */
function olderOf(
  { model }: Installation,
  type: CompiledType<PageType>,
  body: PageBody,
): Pick<PageAnswer, 'older' | 'olderBlocks'> {
  const { others } = model.document.locales;
  return {
    older: Object.fromEntries(
      others.map((locale) => [
        locale,
        olderIn(type.fields, body, locale).flatMap((id) => type.field(id)?.key ?? []),
      ]),
    ),
    olderBlocks: Object.fromEntries(
      others.map((locale) => [locale, olderInBlocks(model, body.slots ?? {}, locale)]),
    ),
  };
}

/** A page as it is told at the door. */
export async function answerPage(
  reader: Reader,
  installation: Installation,
  { record, place }: PageWithPlace,
  versions: readonly LiveVersion[],
): Promise<PageAnswer> {
  const type = typeOfPage(installation, record.type);
  const body = pageBody(record.body);
  const parent = await parentPlace(reader, place.parent);
  const published = publicationStateOf(record, versions, installation.now());
  const waitingPlaces = await waitingPlacesAnswer(reader, installation, record.id, place);
  return {
    id: record.uuid,
    parent: parent?.uuid ?? null,
    type: type.definition.key,
    category: place.category,
    title: titleFor(installation, type, body, place.category),
    slug: place.slug,
    address: addressOfPlaced(installation, place, parent?.address),
    site: siteOf(installation, place.site).uuid,
    revision: record.revision,
    stage: record.stage,
    ...published,
    // Where it is to stand is new as well.
    differs:
      published.differs ||
      (published.shown.length > 0 && waitingPlaces.some(({ from }) => from === undefined)),
    ...serializeLocalized(type.fields, body, installation.model.locale),
    listing: body.listing ?? null,
    picks: await picksAnswer(reader, installation, body),
    drift: await driftOf(reader, installation, body),
    byHand: body.byHand ?? {},
    slots: serializeSlots(installation.model, type.definition.slots, body.slots ?? {}),
    tray: serializeTray(installation.model, body.tray ?? []),
    ...olderOf(installation, type, body),
    layout: type.definition.layouts.find(({ id }) => id === body.layout)?.key ?? null,
    settings: { ...body.settings?.set },
    hints: serializeHints(type.fields, body.hints ?? {}),
    waitingPlaces,
    faults: await pageFaults(reader, installation, type, body, place.category !== null),
    names: await namesOf(reader, installation, pageReferences(installation, type, body)),
    changedAt: new Date(record.changedAt).toISOString(),
    changedBy: record.changedBy ?? '',
  };
}
