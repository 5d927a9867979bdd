import { beginningWith, withNewIds } from '../../core/content/starters';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { isId, type Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import { starterByKey, starterByUuid } from '../../store/starters';
import type { PageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { copyOf, heldBy } from './starter-content';

/**
 * What a new page of a type begins with: the starter that is asked for, none where null is, else the one that
 * its type names, laid over how its type begins. A starter of another type is refused; one that the type
 * names and that is not there begins nothing.
 */
export async function withStarter(
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  first: PageBody,
  asked: Id | null | undefined,
): Promise<PageBody> {
  const { model } = installation;
  const named = type.definition.starter;
  if (asked === null || (asked === undefined && named === undefined)) return first;
  const row = asked === undefined ? await starterByKey(reader, named ?? '') : await askedFor(reader, asked);
  const held = row && heldBy(model, row);
  if (held?.type.id !== type.id) {
    if (asked === undefined) return first;
    throw invalidInput([
      {
        path: '/starter',
        code: 'not-there',
        message: `There is no such starter of ${type.definition.plural.toLowerCase()}.`,
      },
    ]);
  }
  const { values, slots = {}, ...said } = await copyOf(reader, installation, held);
  return {
    ...first,
    ...said,
    values: { ...first.values, ...values },
    slots: beginningWith(type.definition.slots, withNewIds(slots), first.slots ?? {}),
  };
}

const askedFor = async (reader: Reader, id: Id) => (isId(id) ? starterByUuid(reader, id) : undefined);
