import type { SharedBlockAnswer, SharedBlocksAnswer } from '../../contract/shared-blocks';
import { olderInBlocks } from '../../core/content/block-sources';
import { serializeSlots, type Block } from '../../core/content/blocks';
import { serializeLocalized } from '../../core/content/localized-values';
import { asksReviewIn } from '../../core/content/shared-blocks';
import { isId, type Id } from '../../core/ids';
import { sharedSlot } from '../../core/model/shared-type';
import type { Reader } from '../../store/database';
import {
  liveOfMany,
  recordByUuid,
  recordsByIds,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { pagesHoldingShared, sharedKeys, sharedRecords } from '../../store/shared-blocks';
import { pageFaults } from '../pages/faults';
import { pageReferences } from '../pages/references';
import { pageBody } from '../records/bodies';
import { namesOf } from '../records/known';
import { publicationStateOf } from '../records/versions';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';

/** The blocks that a shared block is, as a body of it says them. */
export const blocksOf = (body: string): Block[] => pageBody(body).slots?.[sharedSlot.id] ?? [];

/** A shared block that is there, with its versions and the key by which it is named. */
export interface FoundShared {
  record: KeptRecord;
  versions: LiveVersion[];
  key: string;
}

export async function needShared(reader: Reader, id: Id): Promise<FoundShared> {
  const record = isId(id) ? await recordByUuid(reader, id, 'shared') : undefined;
  if (!record || record.binnedAt !== null) throw notFound('shared block');
  const versions = (await liveOfMany(reader, [record.id])).get(record.id) ?? [];
  const key = (await sharedKeys(reader)).find((each) => each.record === record.id)?.key ?? '';
  return { record, versions, key };
}

/** A shared block as it is told at the door. */
export async function answerShared(
  reader: Reader,
  installation: Installation,
  { record, versions, key }: FoundShared,
): Promise<SharedBlockAnswer> {
  const { model } = installation;
  const body = pageBody(record.body);
  const slots = body.slots ?? {};
  const holding = (await pagesHoldingShared(reader, [record.uuid])).get(record.uuid);
  return {
    id: record.uuid,
    key,
    title: record.title,
    revision: record.revision,
    stage: record.stage,
    ...publicationStateOf(record, versions, installation.now()),
    pages: holding?.pages ?? 0,
    sites: holding?.sites ?? 0,
    ...serializeLocalized(model.shared.fields, body, model.locale),
    slots: serializeSlots(model, model.shared.definition.slots, slots),
    older: {},
    olderBlocks: Object.fromEntries(
      model.document.locales.others.map((locale) => [locale, olderInBlocks(model, slots, locale)]),
    ),
    asksReview: asksReviewIn(model, blocksOf(record.body)),
    names: await namesOf(reader, installation, pageReferences(installation, model.shared, body)),
    faults: await pageFaults(reader, installation, model.shared, body, false),
    changedAt: new Date(record.changedAt).toISOString(),
    changedBy: record.changedBy ?? '',
  };
}

/** Whether an id is that of a shared block, in the bin or not. */
export const isShared = async ({ content }: Installation, id: Id): Promise<boolean> =>
  isId(id) && (await recordByUuid(content, id, 'shared')) !== undefined;

export const sharedBlock = async (installation: Installation, id: Id): Promise<SharedBlockAnswer> =>
  answerShared(installation.content, installation, await needShared(installation.content, id));

/** How many shared blocks are told of. */
const MOST = 1000;

/**
 * All shared blocks outside the bin, by what they are called, with what they are made of and on how many
 * pages they stand.
 */
export async function sharedBlocks(installation: Installation): Promise<SharedBlocksAnswer> {
  const { content, model, now } = installation;
  const ids = await sharedRecords(content, MOST);
  const records = new Map((await recordsByIds(content, ids)).map((record) => [record.id, record]));
  const [live, keys, holding] = await Promise.all([
    liveOfMany(content, ids),
    sharedKeys(content),
    pagesHoldingShared(
      content,
      [...records.values()].map(({ uuid }) => uuid),
    ),
  ]);
  const keyOf = new Map(keys.map(({ record, key }) => [record, key]));
  return {
    items: ids.flatMap((id) => {
      const record = records.get(id);
      if (!record) return [];
      return [
        {
          id: record.uuid,
          key: keyOf.get(id) ?? '',
          title: record.title,
          state: publicationStateOf(record, live.get(id) ?? [], now()).state,
          revision: record.revision,
          pages: holding.get(record.uuid)?.pages ?? 0,
          sites: holding.get(record.uuid)?.sites ?? 0,
          types: blocksOf(record.body).flatMap(({ type }) => model.blockType(type)?.definition.key ?? []),
        },
      ];
    }),
  };
}
