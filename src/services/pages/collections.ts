import type { PageDrift, Pick as PickAnswer } from '../../contract/pages';
import { referencesInLocalized } from '../../core/content/localized-values';
import { isId, type Id } from '../../core/ids';
import { inRatio } from '../../core/mapping/arrangement/arrange';
import { mapToFace } from '../../core/mapping/map';
import { leadingTo } from '../../core/mapping/face';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { forItems } from '../../core/model/fresh/propose-face';
import { collectionBounds } from '../../core/site/collection';
import { itemBySettings, listingLayers } from '../../core/site/shown-by-settings';
import type { DrawnListing } from '../../core/site/visitor-page';
import type { Reader } from '../../store/database';
import { listAmong } from '../../store/queries/listing-query';
import { recordByUuid } from '../../store/records';
import { ruleInForce } from '../visitor/listings';
import type { Installation } from '../runtime/installation';
import type { PageBody } from '../records/bodies';
import { drawingOf, knownOf } from '../records/known';
import { withLeadingEntries } from '../listings/leading';
import { invalidInput } from '../runtime/refusal';
import { sourcesOf } from '../listings/sources';
import { answersOf } from '../../core/model/page-source';

const refs = (picks: readonly Id[]) =>
  picks.map((target, i) => ({ path: `/picks/${i}`, sort: 'entry' as const, target }));

/**
 * Reads the entries picked for a page: ids of entries that its type takes, each once. That they are there is
 * seen to with the page's other references.
 */
export async function parsePicks(
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  given: readonly string[],
  kept: readonly Id[],
): Promise<Id[]> {
  const { picked } = answersOf(type.definition.source);
  const refuse = (path: string, code: string, message: string) => invalidInput([{ path, code, message }]);
  if (!picked)
    throw refuse('/picks', 'picks', `${type.definition.label} is not filled by entries that are picked.`);
  if (given.length > collectionBounds.picks)
    throw refuse('/picks', 'bound', `A collection holds at most ${collectionBounds.picks} entries.`);
  const { entries } = await knownOf(reader, installation, refs(given.filter((id) => !kept.includes(id))));
  given.forEach((id, i) => {
    const path = `/picks/${i}`;
    if (!isId(id)) throw refuse(path, 'kind', 'Entries are picked by their ids.');
    if (given.indexOf(id) < i) throw refuse(path, 'twice', 'This entry is picked already.');
    const found = entries.get(id);
    if (found && picked.types.length > 0 && !picked.types.includes(found.type))
      throw refuse(
        path,
        'type',
        `${type.definition.label} takes no ${installation.model.contentType(found.type)?.definition.plural ?? 'entries of this type'}.`,
      );
  });
  return [...given];
}

/** What a listing shows visitors now, as far as a collection can hold it. */
async function resultIds(reader: Reader, installation: Installation, listing: Id): Promise<Id[] | undefined> {
  const rule = await ruleInForce(installation, listing, reader);
  if (!rule) return undefined;
  const limit = rule.limit === 'all' ? collectionBounds.picks : Math.min(rule.limit, collectionBounds.picks);
  const { perPage: _perPage, ...whole } = rule;
  // A collection holds entries: pages that the listing shows are passed over.
  const sources = await sourcesOf(
    reader,
    installation,
    await withLeadingEntries(reader, installation, { ...whole, limit }),
  );
  return (await listAmong(reader, sources)).versions.flatMap(({ uuid, branch }) =>
    sources[branch]?.asked.indexTable.holds === 'entries' ? [uuid] : [],
  );
}

/** The entries with which a collection begins that is taken from a listing. */
export async function picksFrom(reader: Reader, installation: Installation, listing: Id): Promise<Id[]> {
  const ids = await resultIds(reader, installation, listing);
  if (!ids)
    throw invalidInput([{ path: '/beginFrom', code: 'not-there', message: 'No such listing is in force.' }]);
  return ids;
}

/** Each picked entry by name, and whether visitors see it. */
export async function picksAnswer(
  reader: Reader,
  installation: Installation,
  { picks = [] }: PageBody,
): Promise<PickAnswer[]> {
  const { entries } = await knownOf(reader, installation, refs(picks));
  return picks.map((id) => {
    const found = entries.get(id);
    return {
      id,
      label: found?.title ?? '',
      type: installation.model.contentType(found?.type ?? '')?.definition.label ?? '',
      standing: !found ? 'gone' : found.live ? 'shown' : 'not shown',
    };
  });
}

/** How a listing's result has moved away from a collection that began with it. */
export async function driftOf(
  reader: Reader,
  installation: Installation,
  { began, picks = [] }: PageBody,
): Promise<PageDrift | null> {
  const record = began && (await recordByUuid(reader, began.listing, 'listing'));
  const now = began && record ? await resultIds(reader, installation, began.listing) : undefined;
  if (!began || !record || !now) return null;
  const then = new Set(began.entries);
  const came = now.filter((id) => !then.has(id));
  const names = (await knownOf(reader, installation, refs(came))).entries;
  return {
    listing: record.uuid,
    label: record.title,
    went: began.entries.filter((id) => !now.includes(id)).length,
    came: came
      .filter((id) => !picks.includes(id))
      .slice(0, 20)
      .map((id) => ({ id, label: names.get(id)?.title ?? '' })),
  };
}

/** The picked entries as visitors see them, each in its own type's face; those that they do not see are passed over. */
export async function drawPicks(
  installation: Installation,
  type: CompiledType<PageType>,
  picks: readonly Id[],
  language?: string,
): Promise<DrawnListing | undefined> {
  const { picked } = answersOf(type.definition.source);
  if (!picked || picks.length === 0) return undefined;
  const { entries } = await knownOf(installation.content, installation, refs(picks), 0, language);
  const seen = picks.flatMap((id) => {
    const found = entries.get(id);
    const of = found?.live && installation.model.contentType(found.type);
    return found?.live && of ? [{ id, of, localized: found.live, address: found.address }] : [];
  });
  const drawing = await drawingOf(
    installation.content,
    installation,
    seen.flatMap(({ of, localized }) => referencesInLocalized(of.fields, localized)),
    language,
  );
  const { arrangement } = picked;
  const items = seen.map(({ id, of, localized, address }) => {
    const face = itemBySettings(
      mapToFace(forItems(of.definition.face.mapping), of, localized, drawing),
      listingLayers(installation.model.document, of.definition, {}),
    );
    return { id, face: address === undefined ? face : leadingTo(face, address) };
  });
  return {
    heading: '',
    arrangement,
    setOut: {},
    columns: [],
    items: inRatio(items, arrangement, {}),
    matching: items.length,
  };
}
