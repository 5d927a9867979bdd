import type { ActAnswer, ActsAnswer, ActsQuery } from '../../contract/acts';
import { listActs, namesOfActs } from '../../store/acts';
import type { Installation } from '../runtime/installation';

/** How many of the things that an act changed are named. */
const NAMED = 3;

/** What people did, the newest first. */
export async function acts(
  installation: Installation,
  { of, before = 0, limit = 50 }: ActsQuery,
): Promise<ActsAnswer> {
  const { content, categories, sites } = installation;
  const rows = await listActs(content, { ...(of === undefined ? {} : { target: of }), before, most: limit });
  const keys = rows.map(({ id }) => id);
  const names = await namesOfActs(content, keys, NAMED);
  const label = (id: string, title: string | null): string =>
    title ?? categories.get(id)?.label ?? sites.find(({ uuid }) => uuid === id)?.label ?? '';
  const last = rows.at(-1);
  return {
    items: rows.map(({ id, uuid, at, by, what, why, undoes, undoneBy, things }): ActAnswer => ({
      id: uuid,
      number: id,
      at: new Date(at).toISOString(),
      by: by ?? '',
      what,
      ...(why === null ? {} : { why }),
      things,
      first: names
        .filter(({ act }) => act === id)
        .map(({ sort, target, title }) => ({ sort, id: target, label: label(target, title) })),
      undoes: undoes !== null,
      canUndo: undoneBy === null && things > 0 && !uuid.startsWith('activity-'),
    })),
    ...(last && rows.length === limit ? { next: last.id } : {}),
  };
}
