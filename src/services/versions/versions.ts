import type {
  VersionAnswer,
  VersionName,
  VersionQuery,
  VersionRow,
  VersionsAnswer,
  VersionsQuery,
} from '../../contract/versions';
import type { Category } from '../../core/content/categories';
import { isId } from '../../core/ids';
import type { KeptRecord } from '../../store/records';
import { nameVersion as putName } from '../../store/versions';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { rowOfCategory, versionOfCategory, versionsOfCategory } from './of-categories';
import { recordOf, rowOfRecord, seenOfRecord, versionOfRecord, versionsOfRecord } from './of-records';

/** What has versions: a record, or a category. */
type Versioned = { record: KeptRecord } | { category: Category };

async function versioned(installation: Installation, id: string): Promise<Versioned> {
  const record = isId(id) ? await recordOf(installation, id) : undefined;
  if (record) return { record };
  const category = installation.categories.get(id);
  if (!category) throw notFound('record');
  return { category };
}

/** The versions of a record or a category, the newest first, each with what it changed. */
export async function versions(
  installation: Installation,
  id: string,
  query: VersionsQuery,
): Promise<VersionsAnswer> {
  const of = await versioned(installation, id);
  return 'record' in of
    ? versionsOfRecord(installation, of.record, query)
    : versionsOfCategory(installation, of.category, query);
}

/** What one version says: the one of a number, what visitors saw at a moment, or the working one. */
export async function version(
  installation: Installation,
  id: string,
  { number, seenAt }: VersionQuery,
): Promise<VersionAnswer> {
  const of = await versioned(installation, id);
  if ('category' in of) return versionOfCategory(installation, of.category.id, number);
  return seenAt === undefined
    ? versionOfRecord(installation, of.record, number)
    : seenOfRecord(installation, of.record, Date.parse(seenAt));
}

/** Gives a version a name, under which it is found again; it is kept for good. No name takes it away. */
export async function nameVersion(
  installation: Installation,
  id: string,
  number: number,
  { name }: VersionName,
): Promise<VersionRow> {
  const of = await versioned(installation, id);
  const row = (): Promise<VersionRow> =>
    'record' in of
      ? rowOfRecord(installation, of.record, number)
      : rowOfCategory(installation, of.category, number);
  if (!Number.isSafeInteger(number)) throw notFound('version');
  await row();
  await installation.content.write((tx) => putName(tx, id, number, name.trim()));
  return row();
}
