import { referencesInSlots, slotRuleFaults } from '../core/content/blocks';
import { referencesInSaid, saidFaults } from '../core/content/said';
import type { Fault } from '../core/faults';
import type { CompiledType } from '../core/model/compile';
import type { PageType } from '../core/model/document';
import type { Reference } from '../core/model/kinds';
import type { Asker } from '../store/database';
import { today, type House } from './house';
import type { PageBody } from './kept-body';
import { knownOf } from './known';

/** Everything that a page's words and blocks refer to. */
export const pageReferences = (house: House, type: CompiledType<PageType>, body: PageBody): Reference[] => [...referencesInSaid(type.fields, body), ...referencesInSlots(house.model, type.is.slots, body.slots ?? {}), ...(body.picks ?? []).map((target, i) => ({ path: `/picks/${i}`, sort: 'entry' as const, target }))];

/** What in a page holds back its publishing. Words of one category only add to what all of them say, so nothing is asked of what they leave empty. */
export async function pageFaults(asker: Asker, house: House, type: CompiledType<PageType>, body: PageBody, ofCategory: boolean): Promise<Fault[]> {
  const here = { today: today(house), known: await knownOf(asker, house, pageReferences(house, type, body)) };
  const fields = ofCategory ? type.fields.map((field) => ({ ...field, required: false })) : type.fields;
  const slots = ofCategory ? type.is.slots.filter(({ id }) => (body.slots?.[id] ?? []).length > 0) : type.is.slots;
  return [
    ...saidFaults(fields, body, here),
    ...(type.is.source.kind === 'listing' && !body.listing ? [{ path: '/listing', code: 'required', message: 'Choose the listing that fills this page.' }] : []),
    ...slotRuleFaults(house.model, slots, body.slots ?? {}, here),
  ];
}
