import type { ContentType, Field, PageType } from '../document';
import { found, foundParts } from '../found';
import { error, type ModelFault } from './fault';

/** What is wrong with how a type says what is found: fields that are gone, or cannot say it. */
export function foundFaults(
  { id: about, label, found: mapping }: ContentType | PageType,
  fields: readonly Field[],
  path: string,
): ModelFault[] {
  return foundParts.flatMap((part) =>
    (mapping?.[part] ?? []).flatMap((id, i): ModelFault[] => {
      const at = `${path}/found/${part}/${i}`;
      const field = fields.find((each) => each.id === id);
      const { label: what, kinds } = found[part];
      if (!field) return [error(at, 'gone', `“${what}” of ${label} names a field that is gone.`, { about })];
      return (kinds as readonly Field['kind'][]).includes(field.kind)
        ? []
        : [error(at, 'kind', `“${field.label}” cannot say “${what}”.`, { about })];
    }),
  );
}
