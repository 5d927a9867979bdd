import type { FindEntriesQuery, FoundEntries, KnownAnswer } from '../../contract/entries';
import { referencesInLocalized } from '../../core/content/localized-values';
import { isId } from '../../core/ids';
import type { Reference } from '../../core/model/kinds';
import { searchWords } from '../../store/queries/table-query';
import type { Installation } from '../runtime/installation';
import { knownOf } from '../records/known';
import { invalidInput } from '../runtime/refusal';

const MOST = 30;
const MOST_KNOWN = 200;

// The plus keeps the planner from walking all entries of a type and asking the search of each.
/** Entries by the words in their titles; without words, those changed last. */
export async function findEntries(
  installation: Installation,
  { q = '', types }: FindEntriesQuery,
): Promise<FoundEntries> {
  const keys =
    types === undefined
      ? installation.model.contentTypes.map(({ definition }) => definition.key)
      : types.split(',');
  const wanted = keys.flatMap((key) => installation.model.contentTypeByKey(key) ?? []);
  const numbers = JSON.stringify(wanted.map(({ id }) => installation.keyMap.of(id)));
  const sought = searchWords(q);
  const rows = await installation.content.all<{ uuid: string; type: string; title: string }>(
    sought
      ? `SELECT r.uuid, t.uuid AS type, w.title FROM record_search f JOIN records r ON r.id = f.rowid JOIN working w ON w.record = r.id JOIN ids t ON t.n = r.type
         WHERE record_search MATCH $1 AND +r.sort = 'entry' AND +r.binned_at IS NULL AND +r.type IN (SELECT value FROM json_each($2)) ORDER BY rank LIMIT ${MOST}`
      : `SELECT r.uuid, t.uuid AS type, w.title FROM records r JOIN working w ON w.record = r.id JOIN ids t ON t.n = r.type
         WHERE r.sort = 'entry' AND r.binned_at IS NULL AND r.type IN (SELECT value FROM json_each($1)) ORDER BY r.id DESC LIMIT ${MOST}`,
    sought ? [sought, numbers] : [numbers],
  );
  return {
    items: rows.map(({ uuid, type, title }) => ({
      id: uuid,
      label: title,
      detail: installation.model.contentType(type)?.definition.label ?? '',
    })),
  };
}

/** What is kept of some things, whatever they are, and of what the entries among them refer to. */
export async function knownByIds(installation: Installation, ids: string): Promise<KnownAnswer> {
  const asked = ids.split(',').filter(isId);
  if (asked.length > MOST_KNOWN)
    throw invalidInput([
      { path: '/ids', code: 'bound', message: `At most ${MOST_KNOWN} things are told of at once.` },
    ]);
  const refs = asked.flatMap((target): Reference[] =>
    (['entry', 'page', 'category', 'media'] as const).map((sort) => ({ path: '', sort, target })),
  );
  const { entries, pages, media, categories } = await knownOf(installation.content, installation, refs, 2);
  const named = new Set([
    ...asked,
    ...[...entries.values()].flatMap(({ type, live }) =>
      live
        ? referencesInLocalized(installation.model.contentType(type)?.fields ?? [], live).map(
            ({ target }) => target,
          )
        : [],
    ),
  ]);
  return {
    entries: Object.fromEntries(entries),
    pages: Object.fromEntries(pages),
    media: Object.fromEntries(media),
    categories: Object.fromEntries([...categories].filter(([id]) => named.has(id))),
  };
}
