import { slotRuleFaults } from '../../core/content/block-rules';
import { localizedFaults } from '../../core/content/localized-values';
import type { Fault } from '../../core/faults';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import type { Reader } from '../../store/database';
import { today, type Installation } from '../runtime/installation';
import type { PageBody } from '../records/bodies';
import { knownOf } from '../records/known';
import { pageReferences } from './references';
import { answersOf } from '../../core/model/page-source';

/**
 * What in a page holds back its publishing. Words of one category only add to what all of them say, so
 * nothing is asked of what they leave empty.
 */
export async function pageFaults(
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  body: PageBody,
  ofCategory: boolean,
): Promise<Fault[]> {
  const here = {
    today: today(installation),
    known: await knownOf(reader, installation, pageReferences(installation, type, body)),
  };
  const fields = ofCategory ? type.fields.map((field) => ({ ...field, required: false })) : type.fields;
  const slots = ofCategory
    ? type.definition.slots.filter(({ id }) => (body.slots?.[id] ?? []).length > 0)
    : type.definition.slots;
  return [
    ...localizedFaults(fields, body, here),
    ...(answersOf(type.definition.source).listing === 'needed' && !body.listing
      ? [{ path: '/listing', code: 'required', message: 'Choose the listing that fills this page.' }]
      : []),
    ...slotRuleFaults(installation.model, slots, body.slots ?? {}, here),
  ];
}
