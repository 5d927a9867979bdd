import type { VersionAnswer, VersionRow, VersionsAnswer, VersionsQuery } from '../../contract/versions';
import type { Category } from '../../core/content/categories';
import { compareVersions, whatChanged } from '../../core/content/versions';
import type { Id } from '../../core/ids';
import { changesInTime, countActsOn, type ChangeInTime } from '../../store/acts';
import { namesOfVersions } from '../../store/versions';
import { needCategory } from '../categories/lookup';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { contentOfCategory } from './content';

const ONE_PAGE = 30;

/** What an act kept of a category is written by the act alone. */
const categoryIn = (kept: string | null): Category | null =>
  kept === null ? null : (JSON.parse(kept) as Category);

/** Acts on a category told as versions, each with what it changed. */
async function rowsOf(
  installation: Installation,
  category: Category,
  changes: readonly ChangeInTime[],
): Promise<VersionRow[]> {
  const names = await namesOfVersions(
    installation.content,
    category.id,
    changes.map(({ number }) => number),
  );
  const fields = installation.model.scheme(category.scheme)?.fields ?? [];
  return changes.map(({ number, at, by, what, before, after }) => {
    const [was, is] = [before, after].map((kept) => contentOfCategory(installation, categoryIn(kept)));
    const name = names.get(number);
    return {
      number,
      at: new Date(at).toISOString(),
      by: by ?? '',
      why: what,
      ...(name === undefined ? {} : { name }),
      changed:
        before === null || after === null
          ? []
          : whatChanged(compareVersions(was ?? {}, is ?? {}), { model: installation.model, fields }, [
              is ?? {},
            ]),
      shown: [],
      showsNow: false,
    };
  });
}

/** A category has no versions of its own: each act on it left one. */
export async function versionsOfCategory(
  installation: Installation,
  category: Category,
  { before = 0, limit = ONE_PAGE }: VersionsQuery,
): Promise<VersionsAnswer> {
  const { content } = installation;
  const changes = await changesInTime(content, category.id, { before, most: limit + 1 });
  const items = await rowsOf(installation, category, changes.slice(0, limit));
  const last = items.at(-1);
  return {
    sort: 'category',
    title: category.label,
    type: category.scheme,
    revision: category.revision,
    binned: false,
    total: await countActsOn(content, category.id),
    items,
    ...(last && changes.length > limit ? { next: last.number } : {}),
  };
}

async function changeOf(installation: Installation, id: Id, only: number): Promise<ChangeInTime> {
  const [change] = await changesInTime(installation.content, id, { only, most: 1 });
  if (!change) throw notFound('version');
  return change;
}

export async function rowOfCategory(
  installation: Installation,
  category: Category,
  number: number,
): Promise<VersionRow> {
  const [row] = await rowsOf(installation, category, [await changeOf(installation, category.id, number)]);
  if (!row) throw notFound('version');
  return row;
}

/** What a category said after an act; without one, what it says now. */
export async function versionOfCategory(
  installation: Installation,
  id: Id,
  number?: number,
): Promise<VersionAnswer> {
  if (number === undefined)
    return {
      at: new Date(installation.now()).toISOString(),
      by: '',
      content: contentOfCategory(installation, needCategory(installation.categories, id)),
    };
  const { at, by, after } = await changeOf(installation, id, number);
  return {
    number,
    at: new Date(at).toISOString(),
    by: by ?? '',
    content: contentOfCategory(installation, categoryIn(after)),
  };
}
