import type { Id } from '../../core/ids';
import { isJsonObject } from '../../core/json';
import { FOLDERS } from '../../core/model/media-type';
import { may, mayPublish } from '../../core/roles';
import type { ActChange } from '../../store/acts';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { forbidden } from '../runtime/refusal';
import { parsed } from './parsed-state';

/** Refuses an undo by somebody who may not do by hand what it would do. */
export function expectMay(
  installation: Installation,
  person: Person,
  change: ActChange,
  type: Id | null,
): void {
  const { sort, before, after } = change;
  if (sort === 'category') {
    const of = parsed(before ?? after);
    const scheme = isJsonObject(of) ? of.scheme : undefined;
    // Who made a tag may take that back.
    const made =
      before === null &&
      installation.model.document.schemes.some(({ id, sort }) => id === scheme && sort === 'tags');
    if (scheme !== FOLDERS && !made && !may(person.role, 'shape the model'))
      throw forbidden('Only an architect takes this back.');
    return;
  }
  const architects = sort === 'site' || sort === 'model' || sort === 'listing';
  if (architects && !may(person.role, 'shape the model'))
    throw forbidden('Only an architect takes this back.');
  if (!architects && !may(person.role, 'write entries')) {
    // Who may only publish may take a publishing back.
    const shows = isJsonObject(parsed(after)) && 'live' in (parsed(after) as object);
    if (!shows) throw forbidden('Only an architect or an editor takes this back.');
  }
  const { model } = installation;
  const of = model.contentType(type ?? '') ?? model.pageOrShared(type ?? '');
  // What asks for it of shared blocks is the pages that may hold them.
  const reviewed =
    sort === 'shared'
      ? model.document.pageTypes.some(({ review }) => review)
      : (of?.definition.review ?? false);
  const seen = before === null || (isJsonObject(parsed(before)) && 'live' in (parsed(before) as object));
  if (seen && !mayPublish(person.role, reviewed))
    throw forbidden('Visitors would see something else. Someone who reviews must take this back.');
}
