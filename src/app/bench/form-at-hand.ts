import type { JsonObject } from '../../core/json';
import type { Field } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import { entryCards, knownByIds } from '../../services/entries';
import { medium } from '../../services/media';
import type { Installation } from '../../services/runtime';
import { type AtHand, atHand } from './answers-at-hand';

/** Of how many things of each sort a form is told beforehand; the others it asks for itself. */
const MOST = 12;

/** What a form asks for first: the media it shows and the entries it names, so that nothing in it moves when they come. */
export function formAtHand(
  installation: Installation,
  fields: readonly Field[],
  values: JsonObject,
): readonly AtHand[] {
  const named = (is: (field: Field) => boolean): readonly (readonly string[])[] =>
    fields.filter(is).flatMap((field) => {
      const kind = kindFor(field);
      const spoken = values[field.key];
      const read = spoken === undefined || spoken === null ? undefined : kind.read(spoken);
      const targets = read?.ok ? kind.refers(read.value).map(({ target }) => target) : [];
      return targets.length > 0 ? [targets] : [];
    });
  const media = named((field) => kindFor(field).shows === 'media').flat();
  const entries = named((field) => kindFor(field).leadsTo !== undefined);
  const known = entries.map((ids) => [...new Set(ids)].sort().join(','));
  return [
    ...[...new Set(media)]
      .slice(0, MOST)
      .map((id) => atHand('medium', { path: { id } }, medium(installation, id))),
    ...entries
      .slice(0, MOST)
      .map((each) => each.slice(0, 100).join(','))
      .map((ids) => atHand('entryCards', { query: { ids } }, entryCards(installation, ids))),
    ...known.slice(0, MOST).map((ids) => atHand('known', { query: { ids } }, knownByIds(installation, ids))),
  ];
}
