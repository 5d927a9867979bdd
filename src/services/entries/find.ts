import type { FindEntriesQuery, FoundEntries, KnownAnswer } from '../../contract/entries';
import { referencesInLocalized } from '../../core/content/localized-values';
import { isId } from '../../core/ids';
import type { Reference } from '../../core/model/kinds';
import { findEntriesOf } from '../../store/search';
import type { Installation } from '../runtime/installation';
import { knownOf } from '../records/known';
import { invalidInput } from '../runtime/refusal';

const MOST = 30;
const MOST_KNOWN = 200;

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
  const numbers = wanted.map(({ id }) => installation.keyMap.of(id));
  const rows = await findEntriesOf(installation.content, numbers, q, MOST);
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
    (['entry', 'page', 'category', 'media', 'shared'] as const).map((sort) => ({ path: '', sort, target })),
  );
  const { entries, pages, media, categories, shared, binned } = await knownOf(
    installation.content,
    installation,
    refs,
    2,
  );
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
    shared: Object.fromEntries(shared ?? []),
    binned: Object.fromEntries(binned ?? []),
    categories: Object.fromEntries([...categories].filter(([id]) => named.has(id))),
  };
}
