import type { KeptViewAnswer, KeptViewPatch, KeptViewsAnswer, NewKeptView } from '../../contract/kept-views';
import { isId, newId, type Id } from '../../core/ids';
import { may } from '../../core/roles';
import type { Reader } from '../../store/database';
import {
  addView,
  changeViewRow,
  countViewsOf,
  dropViewRow,
  viewByUuid,
  viewsFor,
  type KeptViewRow,
} from '../../store/kept-views';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { forbidden, invalidInput, notFound } from '../runtime/refusal';

/** How many views one person keeps. */
const MOST_VIEWS = 100;

/** The views that somebody sees. A view of a type that is gone is kept, and not told. */
export async function keptViews({ content, model }: Installation, person: Person): Promise<KeptViewsAnswer> {
  const rows = await viewsFor(content, person.id);
  return {
    items: rows.flatMap(({ uuid, person: of, shared, label, type: id, asks, by }): KeptViewAnswer[] => {
      const type = id === null ? undefined : model.contentType(id);
      if (id !== null && !type) return [];
      return [
        {
          id: uuid,
          label,
          asks,
          shared: shared === 1,
          by,
          own: of === person.id,
          ...(type ? { type: type.definition.key } : {}),
        },
      ];
    }),
  };
}

async function viewFor(installation: Installation, person: Person, id: Id): Promise<KeptViewAnswer> {
  const found = (await keptViews(installation, person)).items.find((each) => each.id === id);
  if (!found) throw notFound('view');
  return found;
}

/** Keeps what is asked of a table under a name, for oneself or for all. */
export async function keepView(
  installation: Installation,
  person: Person,
  { label, type: key, asks, shared }: NewKeptView,
): Promise<KeptViewAnswer> {
  const type = key === undefined ? undefined : installation.model.contentTypeByKey(key);
  if (key !== undefined && !type)
    throw invalidInput([
      { path: '/type', code: 'unknown-type', message: `There is no content type "${key}".` },
    ]);
  const uuid = newId();
  await installation.content.write(async (tx) => {
    if ((await countViewsOf(tx, person.id)) >= MOST_VIEWS)
      throw invalidInput([
        { path: '', code: 'too-many', message: `One keeps at most ${MOST_VIEWS} views. Forget one first.` },
      ]);
    await addView(tx, {
      uuid,
      person: person.id,
      shared: shared ? 1 : 0,
      label: label.trim(),
      type: type?.id ?? null,
      asks,
      madeAt: installation.now(),
    });
  });
  return viewFor(installation, person, uuid);
}

/** The view of an id, where somebody may change it: one of their own; an architect also what is shared. */
async function needOwn(reader: Reader, person: Person, id: Id): Promise<KeptViewRow> {
  const row = isId(id) ? await viewByUuid(reader, id) : undefined;
  if (!row || (row.person !== person.id && row.shared === 0)) throw notFound('view');
  if (row.person !== person.id && !may(person.role, 'shape the model'))
    throw forbidden('Whoever keeps a view changes it, or an architect.');
  return row;
}

export async function changeView(
  installation: Installation,
  person: Person,
  id: Id,
  { label, asks, shared }: KeptViewPatch,
): Promise<KeptViewAnswer> {
  // What is given as nothing stays as it is.
  const changes = {
    ...(typeof label === 'string' ? { label: label.trim() } : {}),
    ...(typeof asks === 'string' ? { asks } : {}),
    ...(typeof shared === 'boolean' ? { shared: shared ? 1 : 0 } : {}),
  };
  await installation.content.write(async (tx) => {
    const row = await needOwn(tx, person, id);
    if (Object.keys(changes).length > 0) await changeViewRow(tx, row.id, changes);
  });
  return viewFor(installation, person, id);
}

export async function dropView({ content }: Installation, person: Person, id: Id): Promise<void> {
  await content.write(async (tx) => {
    await dropViewRow(tx, (await needOwn(tx, person, id)).id);
  });
}
