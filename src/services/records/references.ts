import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, Field } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import { MEDIA } from '../../core/model/media-type';
import type { Reference } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import type { KeyMap } from '../../store/key-map';
import type { Installation } from '../runtime/installation';
import { knownOf } from './known';
import { invalidInput } from '../runtime/refusal';

/** The field at the top that a path to a value runs through, in any language. */
const topOf = (path: string): string => /^\/(?:values|translations\/[^/]+)\/([^/]+)/.exec(path)?.[1] ?? '';

/**
 * How a record refers to something in a field at the top: the field by its integer key, since there are very many
 * of these.
 */
const roleIn = (keyMap: KeyMap, sort: Reference['sort'], field: Id | undefined): string =>
  `${sort}:${field === undefined ? '' : keyMap.find(field)}`;

/** The rows a record keeps of what it refers to: what each is, and the field at the top it stands in. */
export const refRows = (
  keyMap: KeyMap,
  fields: readonly Field[],
  refs: readonly Reference[],
): { role: string; target: Id }[] =>
  refs.map(({ path, sort, target }) => ({
    role: roleIn(keyMap, sort, fields.find(({ key }) => key === topOf(path))?.id),
    target,
  }));

/** Where a medium says which file it is. */
const ITS_FILE = /^\/values\/file(?:\/|$)/;

/** What of its references a record of a type keeps rows of: that a medium is its own file is none. */
export const toldReferences = (
  { id }: Pick<CompiledType<ContentType>, 'id'>,
  references: readonly Reference[],
): Reference[] => references.filter(({ path }) => id !== MEDIA || !ITS_FILE.test(path));

/** The ways in which a record may refer to something in a field at the top. */
export const refRoles = (keyMap: KeyMap, field: Id): string[] =>
  (['entry', 'page', 'category', 'media'] satisfies Reference['sort'][]).map((sort) =>
    roleIn(keyMap, sort, field),
  );

/** Whether values of a field may refer to something, themselves or in what they hold. */
export const refersToOthers = (field: Field): boolean => {
  const { mayRefer, inside } = kindFor(field);
  return mayRefer || inside !== undefined;
};

/** The field at the top that a role names, of those of a type; nothing where it names none of them. */
export const fieldOfRole = (keyMap: KeyMap, fields: readonly Field[], role: string): Field | undefined =>
  fields.find(({ id }) => role.endsWith(`:${keyMap.find(id)}`));

/**
 * Refuses references to what is not there, except those that were kept before: what went meanwhile is told,
 * not refused.
 */
export async function expectThere(
  reader: Reader,
  installation: Installation,
  refs: readonly Reference[],
  before: readonly Reference[],
): Promise<void> {
  const kept = new Set(before.map(({ target }) => target));
  const fresh = refs.filter(({ target }) => !kept.has(target));
  const known = await knownOf(reader, installation, fresh);
  const there: Record<Reference['sort'], ReadonlyMap<Id, unknown>> = {
    entry: known.entries,
    page: known.pages,
    category: known.categories,
    media: known.media,
    shared: known.shared ?? new Map(),
  };
  const words: Record<Reference['sort'], string> = {
    entry: 'entry',
    page: 'page',
    category: 'category',
    media: 'medium',
    shared: 'shared block',
  };
  const gone = fresh.filter(({ sort, target }) => !there[sort].has(target));
  if (gone.length > 0)
    throw invalidInput(
      gone.map(({ path, sort }) => ({
        path,
        code: 'not-there',
        message: `There is no such ${words[sort]}.`,
      })),
    );
}
