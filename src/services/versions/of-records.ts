import type { VersionAnswer, VersionRow, VersionsAnswer, VersionsQuery } from '../../contract/versions';
import { compareVersions, whatChanged } from '../../core/content/versions';
import { FOREVER } from '../../core/content/states';
import type { Id } from '../../core/ids';
import { liveAt, recordsByUuids, type KeptRecord } from '../../store/records';
import { countVersions, versionOf, versionsOf, versionsShown, type KeptVersion } from '../../store/versions';
import { spanAnswer } from '../records/versions';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { contentOf, scopeOf } from './content';

/** How many versions are told of at once. */
const ONE_PAGE = 30;

export const recordOf = async ({ content }: Installation, id: Id): Promise<KeptRecord | undefined> =>
  (await recordsByUuids(content, [id]))[0];

/** Versions told as rows, each with what it changed in the one before it (the last of them is only compared with). */
async function rowsOf(
  installation: Installation,
  record: KeptRecord,
  versions: readonly KeptVersion[],
  most: number,
): Promise<VersionRow[]> {
  const now = installation.now();
  const shown = await versionsShown(installation.content, record.id);
  const scope = scopeOf(installation, record);
  const contents = versions.map((version) => contentOf(installation, record, version));
  return versions.slice(0, most).map(({ number, at, by, why, name }, i) => {
    const [after, before] = [contents[i] ?? {}, contents[i + 1]];
    const spans = shown.filter((span) => span.number === number);
    return {
      number,
      at: new Date(at).toISOString(),
      by: by ?? '',
      why,
      ...(name === null ? {} : { name }),
      changed: before ? whatChanged(compareVersions(before, after), scope, [after, before]) : [],
      shown: spans.map(spanAnswer),
      showsNow: spans.some(({ starts, ends }) => starts <= now && ends > now),
    };
  });
}

export async function versionsOfRecord(
  installation: Installation,
  record: KeptRecord,
  { before = 0, limit = ONE_PAGE }: VersionsQuery,
): Promise<VersionsAnswer> {
  const versions = await versionsOf(installation.content, record.id, { before, most: limit + 1 });
  const items = await rowsOf(installation, record, versions, limit);
  const last = items.at(-1);
  return {
    sort: record.sort,
    title: record.title,
    type: record.type,
    revision: record.revision,
    binned: record.binnedAt !== null,
    total: await countVersions(installation.content, record.id),
    items,
    ...(last && versions.length > limit ? { next: last.number } : {}),
  };
}

/** One row of the list. */
export async function rowOfRecord(
  installation: Installation,
  record: KeptRecord,
  number: number,
): Promise<VersionRow> {
  const versions = await versionsOf(installation.content, record.id, { before: number + 1, most: 2 });
  const [row] = await rowsOf(installation, record, versions, 1);
  if (row?.number !== number) throw notFound('version');
  return row;
}

/** What a record says at a version; without a number, the working one. */
export async function versionOfRecord(
  installation: Installation,
  record: KeptRecord,
  number: number = record.revision,
): Promise<VersionAnswer> {
  const version = await versionOf(installation.content, record.id, number);
  if (!version) throw notFound('version');
  return {
    number,
    at: new Date(version.at).toISOString(),
    by: version.by ?? '',
    content: contentOf(installation, record, version),
  };
}

/** What visitors saw of a record at a moment. */
export async function seenOfRecord(
  installation: Installation,
  record: KeptRecord,
  at: number,
): Promise<VersionAnswer> {
  const version = await liveAt(installation.content, record.id, at);
  if (!version) throw notFound('version that visitors saw then');
  const { starts, ends, publishedAt } = version;
  return {
    at: new Date(publishedAt).toISOString(),
    by: '',
    shown: spanAnswer({ starts, ends: Math.min(ends, FOREVER) }),
    content: contentOf(installation, record, version),
  };
}
