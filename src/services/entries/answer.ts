import type { EntryAnswer } from '../../contract/entries';
import { serializeLocalized } from '../../core/content/localized-values';
import { olderIn } from '../../core/content/translation-sources';
import { isLive } from '../../core/content/states';
import { isId, type Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import type { Reader } from '../../store/database';
import { recordByUuid, type KeptRecord, type LiveVersion } from '../../store/records';
import { entryBody, type EntryBody } from '../records/bodies';
import { publicationStateOf } from '../records/versions';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { entryAddresses } from './addresses';
import { faultsOfEntry } from './faults';

export function typeOfEntry(
  installation: Installation,
  record: Pick<KeptRecord, 'type'>,
): CompiledType<ContentType> {
  const type = record.type === null ? undefined : installation.model.contentType(record.type);
  if (!type) throw notFound('entry');
  return type;
}

export async function needEntry(reader: Reader, id: Id): Promise<KeptRecord> {
  const record = isId(id) ? await recordByUuid(reader, id, 'entry') : undefined;
  if (!record) throw notFound('entry');
  return record;
}

/** What visitors see of an entry at a moment. */
export const seenOf = (versions: readonly LiveVersion[], now: number): EntryBody | undefined => {
  const version = versions.find((each) => isLive(each, now));
  return version && entryBody(version.body);
};

/** An entry as it is told at the door. */
export async function answerEntry(
  reader: Reader,
  installation: Installation,
  record: KeptRecord,
  versions: readonly LiveVersion[],
): Promise<EntryAnswer> {
  const type = typeOfEntry(installation, record);
  const body = entryBody(record.body);
  const isSeen = seenOf(versions, installation.now()) !== undefined;
  const addresses = isSeen
    ? await entryAddresses(reader, installation, [{ id: record.uuid, type: type.id }])
    : undefined;
  return {
    id: record.uuid,
    type: type.definition.key,
    revision: record.revision,
    title: record.title,
    stage: record.stage,
    ...publicationStateOf(record, versions, installation.now()),
    ...serializeLocalized(type.fields, body, installation.model.locale),
    older: Object.fromEntries(
      installation.model.document.locales.others.map((locale): [string, string[]] => [
        locale,
        olderIn(type.fields, body, locale).flatMap((field) => type.field(field)?.key ?? []),
      ]),
    ),
    faults: await faultsOfEntry(reader, installation, type, body, record.id),
    changedAt: new Date(record.changedAt).toISOString(),
    changedBy: record.changedBy ?? '',
    address: addresses?.get(record.uuid) ?? null,
  };
}
