import { pointer, type Fault } from '../faults';
import type { Id } from '../ids';
import { allowedIn } from '../model/check/slots';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { BlockType, Slot } from '../model/document';
import { addressOfLink, kindFor, type Link, type Surroundings } from '../model/kinds';
import { isPlacedShared } from '../model/shared-type';
import { providerOf } from '../site/providers';
import { presetOf, type Block, type SlotContents } from './blocks';
import { questionFaults } from './contact-questions';
import { whyNotThere } from './known';
import { localizedFaults, type LocalizedValues } from './localized-values';
import { parseValues } from './values';

/**
 * What in the slots breaks a rule: too few or too many, a type that may not stand there, a held block that is
 * gone or changed, a block's own faults.
 */
export function slotRuleFaults(
  model: CompiledModel,
  slots: readonly Slot[],
  contents: SlotContents,
  here: Surroundings,
  path = '/slots',
): Fault[] {
  return slots.flatMap((slot): Fault[] => {
    const blocks = contents[slot.id] ?? [];
    const at = pointer(path, slot.key);
    return [
      ...slotCountFaults(model, slot, blocks, at),
      ...blocks.flatMap((block, i) => blockRuleFaults(model, slot, block, here, pointer(at, i))),
    ];
  });
}

/** What of the number of blocks in a slot breaks its rules: too few, too many, a held one that is gone. */
export function slotCountFaults(
  model: CompiledModel,
  slot: Slot,
  blocks: readonly Pick<Block, 'preset'>[],
  at: string,
): Fault[] {
  const counted = (n: number) => `${n} ${n === 1 ? 'block' : 'blocks'}`;
  const faults: Fault[] = [];
  if (slot.min !== undefined && blocks.length < slot.min)
    faults.push({
      path: at,
      code: 'too-few',
      message: `${slot.label} holds at least ${counted(slot.min)}.`,
    });
  if (slot.max !== undefined && blocks.length > slot.max)
    faults.push({
      path: at,
      code: 'too-many',
      message: `${slot.label} holds at most ${counted(slot.max)}; there are ${blocks.length}.`,
    });
  for (const preset of slot.preset ?? []) {
    const type = model.blockType(preset.type);
    if (preset.held && type && !blocks.some((block) => block.preset === preset.id))
      faults.push({
        path: at,
        code: 'held',
        message: `${type.definition.label}${preset.shared === undefined ? '' : ` “${preset.shared}”`} is held in ${slot.label}: put it back.`,
      });
  }
  return faults;
}

/** What in one block breaks a rule where it stands: its type may not, what it says, what stands in it. */
export function blockRuleFaults(
  model: CompiledModel,
  slot: Slot,
  block: Block,
  here: Surroundings,
  place: string,
): Fault[] {
  const type = model.blockType(block.type);
  const faults: Fault[] = [];
  if (!type)
    return [{ path: place, code: 'gone', message: 'This block is of a type that is gone. Take it out.' }];
  if (block.from && block.until && block.from >= block.until)
    faults.push({
      path: pointer(place, 'until'),
      code: 'order',
      message: 'It ends before it begins: give it a later end.',
    });
  if (isPlacedShared(block.type)) return [...faults, ...sharedRuleFaults(model, slot, block, here, place)];
  if (notAllowedIn(model, slot, [block]))
    faults.push({
      path: place,
      code: 'not-allowed',
      message: `${type.definition.label} may not stand in ${slot.label}.`,
    });
  if (type.definition.behaves === 'listing' && !block.listing)
    faults.push({
      path: pointer(place, 'listing'),
      code: 'required',
      message: `Choose the listing that this ${type.definition.label} shows.`,
    });
  if (type.definition.behaves === 'elsewhere') faults.push(...providerFaults(model, type, block, place));
  if (type.definition.behaves === 'contact')
    faults.push(...questionFaults(block.questions ?? [], pointer(place, 'questions')));
  const preset = presetOf(slot, block);
  if (preset?.held === 'place and values') {
    const fixed = parseValues(type.fields, preset.values ?? {}, {}, '').values;
    for (const field of type.fields)
      if (
        fixed[field.id] !== undefined &&
        JSON.stringify(fixed[field.id]) !== JSON.stringify(block.values[field.id])
      )
        faults.push({
          path: pointer(place, 'values', field.key),
          code: 'held',
          message: `${field.label} is held as it was.`,
        });
  }
  return [
    ...faults,
    ...localizedFaults(type.fields, block, here, place),
    ...slotRuleFaults(model, type.definition.slots, block.slots ?? {}, here, pointer(place, 'slots')),
  ];
}

/** An address from elsewhere that belongs to none of the providers that are kept: nothing of it would be shown. */
function providerFaults(
  { document: { providers } }: CompiledModel,
  type: CompiledType<BlockType>,
  { values }: Block,
  place: string,
): Fault[] {
  const feeding = new Set(
    (type.definition.face.mapping.link ?? []).flat().flatMap((step) => ('field' in step ? [step.field] : [])),
  );
  return type.fields.flatMap((field) => {
    const value = feeding.has(field.id) ? values[field.id] : undefined;
    const kind = kindFor(field);
    const address =
      value === undefined
        ? undefined
        : kind.shows === 'link'
          ? addressOfLink(value as Link, { locale: '' })
          : kind.address(value);
    return address === undefined || providerOf(providers, address)
      ? []
      : [
          {
            path: pointer(place, 'values', field.key),
            code: 'provider',
            message: `Nothing may be shown from there. Kept are: ${(providers ?? []).map(({ begins }) => begins).join(', ') || 'none yet'}.`,
          },
        ];
  });
}

/**
 * What keeps a shared block from standing in a slot as it does: it is gone, holds what may not stand there,
 * was never seen.
 */
function sharedRuleFaults(
  model: CompiledModel,
  slot: Slot,
  { shared = '', differs = {}, preset }: Block,
  here: Surroundings,
  path: string,
): Fault[] {
  const { known } = here;
  const fault = (code: string, message: string, at = path): Fault => ({ path: at, code, message });
  if (!known?.shared) return [];
  const kept = known.shared.get(shared);
  if (!kept) return [fault('gone', whyNotThere(known, shared, 'This shared block is gone. Take it off.'))];
  const title = `“${kept.title || 'Without a name'}”`;
  const bars = notAllowedIn(model, slot, kept.blocks);
  const isHeld = preset !== undefined && slot.preset?.find(({ id }) => id === preset)?.held;
  return [
    ...(bars ? [fault('not-allowed', `${title} holds ${bars}, which may not stand in ${slot.label}.`)] : []),
    ...(kept.wasSeen
      ? []
      : [fault('not-seen', `${title} was never published, so visitors would not see it. Publish it first.`)]),
    ...Object.entries(differs).flatMap(([id, difference]): Fault[] => {
      const type = model.blockType(difference.type);
      const at = pointer(path, 'differs', id);
      const { without = [] } = difference;
      const own =
        type?.fields.filter((field) => isSaidIn(difference, field) || without.includes(field.id)) ?? [];
      return [
        ...(isHeld === 'place and values' && own.length > 0
          ? [fault('held', `${title} is held here with what it says.`, at)]
          : []),
        ...own.flatMap((field) =>
          field.openWhereShared
            ? []
            : [
                fault(
                  'closed',
                  `${field.label} is said by the shared block alone: take back what is said here.`,
                  pointer(at, 'values', field.key),
                ),
              ],
        ),
        ...own.flatMap((field) =>
          field.required && without.includes(field.id)
            ? [fault('required', `${field.label} must say something.`, pointer(at, 'values', field.key))]
            : [],
        ),
        ...localizedFaults(
          own.map((field) => ({ ...field, required: false })),
          difference,
          here,
          at,
        ),
      ];
    }),
  ];
}

/** Whether something says a field, in any language. */
const isSaidIn = ({ values, translations = {} }: LocalizedValues, { id }: { id: Id }): boolean =>
  [values, ...Object.values(translations)].some((each) => each[id] !== undefined);

/** Whether a slot takes so many blocks more than stand in it. */
export const hasRoom = (slot: Slot, contents: SlotContents, more = 1): boolean =>
  slot.max === undefined || (contents[slot.id] ?? []).length + more <= slot.max;

/** What the first of some blocks that may not stand in a slot is called; nothing where all of them may. */
export const notAllowedIn = (
  model: CompiledModel,
  slot: Slot,
  blocks: readonly Pick<Block, 'type'>[],
): string | undefined => {
  const allowed = new Set(allowedIn(slot, model.document).map(({ id }) => id));
  const bars = blocks.find(({ type }) => !allowed.has(type));
  return bars && (model.blockType(bars.type)?.definition.label ?? 'a block of a type that is gone');
};
