import { withSources } from '../../core/content/translation-sources';
import type { PagePatch } from '../../contract/pages';
import { withBlockSources } from '../../core/content/block-sources';
import { parseSlots } from '../../core/content/parse-slots';
import { blocksIn } from '../../core/content/blocks';
import { parseTray } from '../../core/content/tray';
import { parseLocalized } from '../../core/content/localized-values';
import { isId, type Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { parseLayer, type SettingsLayer } from '../../core/model/settings';
import type { Reader } from '../../store/database';
import { recordByUuid } from '../../store/records';
import type { PageBody } from '../records/bodies';
import { expectThere } from '../records/references';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { parsePicks, picksFrom } from './collections';
import { parseHandOrders } from './hand-order';
import { pageReferences } from './references';
import { answersOf } from '../../core/model/page-source';

/**
 * What a patch makes of a page's words, blocks and listing. Refuses what is no value, and references to what
 * is not there.
 */
export async function pageBodyFrom(
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  kept: PageBody,
  given: Pick<
    PagePatch,
    | 'values'
    | 'translations'
    | 'slots'
    | 'tray'
    | 'listing'
    | 'picks'
    | 'beginFrom'
    | 'byHand'
    | 'layout'
    | 'settings'
  >,
): Promise<PageBody> {
  const { localized: read, faults } = parseLocalized(
    type.fields,
    given,
    kept,
    '',
    installation.model.document.locales.others,
  );
  const localized = withSources(type.fields, kept, read);
  const { slots: said, faults: slotFaults } = given.slots
    ? parseSlots(installation.model, type.definition.slots, given.slots, kept.slots ?? {}, '/slots')
    : { slots: kept.slots ?? {}, faults: [] };
  const slots = withBlockSources(installation.model, kept.slots ?? {}, said);
  const { tray, faults: trayFaults } =
    given.tray === undefined
      ? { tray: kept.tray ?? [], faults: [] }
      : parseTray(installation.model, given.tray, kept.tray ?? []);
  slotFaults.push(...trayFaults);
  const layout =
    given.layout === undefined
      ? kept.layout
      : type.definition.layouts.find(({ key }) => key === given.layout)?.id;
  if (given.layout && !layout)
    slotFaults.push({
      path: '/layout',
      code: 'layout',
      message: `${type.definition.label} has no layout "${given.layout}".`,
    });
  if (faults.length + slotFaults.length > 0) throw invalidInput([...faults, ...slotFaults]);
  const listing =
    given.listing === undefined ? kept.listing : await listingGiven(reader, type, given.listing);
  const settings =
    given.settings === undefined ? kept.settings : settingsGiven(installation, type, given.settings);
  const begun =
    given.beginFrom === undefined ? undefined : await picksFrom(reader, installation, given.beginFrom);
  const picks = await picksGiven(reader, installation, type, kept, begun ?? given.picks);
  const began =
    begun && given.beginFrom !== undefined ? { listing: given.beginFrom, entries: begun } : kept.began;
  const byHand =
    given.byHand === undefined
      ? (kept.byHand ?? {})
      : await parseHandOrders(reader, given.byHand, kept.byHand ?? {});
  const body: PageBody = {
    ...localized,
    ...(listing ? { listing } : {}),
    ...(picks.length > 0 ? { picks } : {}),
    ...(began ? { began } : {}),
    ...(Object.keys(byHand).length > 0 ? { byHand } : {}),
    ...(Object.keys(slots).length > 0 ? { slots } : {}),
    ...(tray.length > 0 ? { tray } : {}),
    ...(layout ? { layout } : {}),
    ...(settings && Object.keys(settings.set ?? {}).length > 0 ? { settings } : {}),
    ...(kept.hints ? { hints: kept.hints } : {}),
  };
  await expectThere(
    reader,
    installation,
    pageReferences(installation, type, body),
    pageReferences(installation, type, kept),
  );
  for (const [i, block] of blocksIn(slots).entries())
    if (block.listing && !(await listingThere(reader, block.listing)))
      throw invalidInput([
        { path: `/slots/${i}/listing`, code: 'not-there', message: 'There is no such listing.' },
      ]);
  return body;
}

const picksGiven = async (
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  kept: PageBody,
  given: readonly string[] | undefined,
): Promise<Id[]> =>
  given === undefined ? (kept.picks ?? []) : parsePicks(reader, installation, type, given, kept.picks ?? []);

/** The settings that a page has of its own: only what the site or the type lets an editor change. */
function settingsGiven(
  installation: Installation,
  type: CompiledType<PageType>,
  given: JsonObject,
): SettingsLayer {
  const { layer, faults } = parseLayer(
    given,
    [
      { source: 'site', layer: installation.model.document.settings },
      { source: 'type', layer: type.definition.settings },
    ],
    '/settings',
  );
  if (faults.length > 0) throw invalidInput(faults);
  return layer;
}

async function listingThere(reader: Reader, id: Id): Promise<boolean> {
  const record = await recordByUuid(reader, id, 'listing');
  return record !== undefined && record.binnedAt === null;
}

async function listingGiven(
  reader: Reader,
  type: CompiledType<PageType>,
  id: Id | null | undefined,
): Promise<Id | undefined> {
  if (id === null || id === undefined) return undefined;
  const refuse = (message: string) => invalidInput([{ path: '/listing', code: 'listing', message }]);
  if (answersOf(type.definition.source).listing === 'none')
    throw refuse(`${type.definition.label} is not filled by a listing.`);
  const record = isId(id) ? await recordByUuid(reader, id, 'listing') : undefined;
  if (!record || record.binnedAt !== null) throw refuse('There is no such listing.');
  return id;
}
