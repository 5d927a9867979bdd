import { withSources } from '../../../core/content/translation-sources';
import { changeField } from '../../../core/content/change-field';
import { parseLocalized } from '../../../core/content/localized-values';
import { serializeValues } from '../../../core/content/values';
import type { Json } from '../../../core/json';
import type { CompiledType } from '../../../core/model/compile';
import type { ContentType } from '../../../core/model/document';
import type { Reader } from '../../../store/database';
import { spansOfMany, type KeptRecord } from '../../../store/records';
import { entryBody } from '../../records/bodies';
import type { Installation } from '../../runtime/installation';
import { faultsOfEntries } from '../faults';
import type { KnownChange } from './known-change';
import type { Meant } from './meant';

/** What a change comes to in one entry: another body, something else, nothing, or why it cannot be. */
export type Weighed =
  | { record: KeptRecord; comes: 'changed'; body?: string }
  | { record: KeptRecord; comes: 'same' }
  | { record: KeptRecord; comes: 'held'; why: string };

const IN_BIN = 'It is in the bin.';

function weighField(
  installation: Installation,
  type: CompiledType<ContentType>,
  { field, change }: Extract<KnownChange, { does: 'field' }>,
  record: KeptRecord,
): Weighed {
  if (record.binnedAt !== null) return { record, comes: 'held', why: IN_BIN };
  const { others, main } = installation.model.document.locales;
  const kept = entryBody(record.body);
  const said = serializeValues([field], kept.values, main)[field.key] ?? null;
  const next = changeField(said, change);
  /** Words are replaced in every language; all else is of the main one. */
  const translations: Record<string, Json> = {};
  if (change.does === 'replace')
    for (const [locale, values] of Object.entries(kept.translations ?? {})) {
      const own = serializeValues([field], values, locale)[field.key] ?? null;
      const put = changeField(own, change);
      if (put !== undefined) translations[locale] = { [field.key]: put };
    }
  if (next === undefined && Object.keys(translations).length === 0) return { record, comes: 'same' };
  const given = {
    ...(next === undefined ? {} : { values: { [field.key]: next } }),
    ...(Object.keys(translations).length > 0 ? { translations } : {}),
  };
  const { localized: read, faults } = parseLocalized(type.fields, given, kept, '', others);
  const localized = withSources(type.fields, kept, read);
  const [fault] = faults;
  if (fault) return { record, comes: 'held', why: fault.message };
  const body = JSON.stringify(localized);
  return body === record.body ? { record, comes: 'same' } : { record, comes: 'changed', body };
}

/** What a change comes to in each of some records, before anything is done. */
export async function weigh(
  reader: Reader,
  installation: Installation,
  { change, typeOf }: Pick<Meant, 'change' | 'typeOf'>,
  records: readonly KeptRecord[],
): Promise<Weighed[]> {
  const byType = new Map<CompiledType<ContentType>, KeptRecord[]>();
  const weighed: Weighed[] = [];
  for (const record of records) {
    const type = typeOf(record);
    if ('why' in type) weighed.push({ record, comes: 'held', why: type.why });
    else (byType.get(type) ?? byType.set(type, []).get(type))?.push(record);
  }
  for (const [type, of] of byType)
    weighed.push(...(await weighOfType(reader, installation, type, change, of)));
  return weighed;
}

/** The same for entries of one type. */
async function weighOfType(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  change: KnownChange,
  records: readonly KeptRecord[],
): Promise<Weighed[]> {
  const { does } = change;
  if (does === 'field') return records.map((record) => weighField(installation, type, change, record));
  if (does === 'give') return records.map((record) => ({ record, comes: 'changed' }));
  if (does === 'bin' || does === 'restore')
    return records.map((record) => ({
      record,
      comes: (record.binnedAt === null) === (does === 'bin') ? 'changed' : 'same',
    }));
  const spans = await spansOfMany(
    reader,
    records.map(({ id }) => id),
  );
  const now = installation.now();
  const current = (record: KeptRecord) => (spans.get(record.id) ?? []).filter(({ ends }) => ends > now);
  if (does === 'withdraw')
    return records.map((record) => ({ record, comes: current(record).length > 0 ? 'changed' : 'same' }));
  const faults = await faultsOfEntries(
    reader,
    installation,
    type,
    records.map((record) => ({ record: record.id, localized: entryBody(record.body) })),
  );
  return records.map((record, i): Weighed => {
    const count = faults[i]?.length ?? 0;
    if (record.binnedAt !== null) return { record, comes: 'held', why: IN_BIN };
    if (count > 0)
      return {
        record,
        comes: 'held',
        why: count === 1 ? 'One thing is to fix.' : `${count} things are to fix.`,
      };
    const [only, ...others] = current(record);
    const isSo =
      does === 'submit'
        ? record.stage === 'review'
        : does === 'publish' &&
          record.stage === 'draft' &&
          only?.same === true &&
          only.starts <= now &&
          others.length === 0;
    return { record, comes: isSo ? 'same' : 'changed' };
  });
}
