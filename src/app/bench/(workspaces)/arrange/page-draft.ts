import type { PageAnswer, PagePatch } from '../../../../contract/pages';
import { blocksGiven } from '../../../../core/content/block-edits';
import { parseSlots } from '../../../../core/content/parse-slots';
import type { Fault } from '../../../../core/faults';
import type { JsonObject } from '../../../../core/json';
import type { CompiledModel, CompiledType } from '../../../../core/model/compile';
import type { Field, PageType } from '../../../../core/model/document';
import { fieldsIn, localizedPatchOf } from '../../../../ui/form-languages';
import { parseForm } from '../../../../ui/parse-form';

/**
 * Slots stand in the draft beside the fields, under a name that no field can have, so that each is merged by
 * itself.
 */
const SLOT = 'slot ';
export const slotName = (key: string): string => SLOT + key;
const slotOf = (name: string): string | undefined =>
  name.startsWith(SLOT) ? name.slice(SLOT.length) : undefined;

/** The name under which the tray stands there. */
export const TRAY = 'the tray';

/** A page's answer with its slots among its values, as the draft edits it. */
export const withSlots = <A extends Pick<PageAnswer, 'values' | 'slots'> & { tray?: JsonObject[] }>(
  answer: A,
): A => ({
  ...answer,
  values: {
    ...answer.values,
    ...Object.fromEntries(Object.entries(answer.slots).map(([key, blocks]) => [slotName(key), blocks])),
    ...(answer.tray ? { [TRAY]: answer.tray } : {}),
  },
});

/** What of the draft are fields, what are slots by their keys, and what lies in the tray. */
export function apart(given: JsonObject): { values: JsonObject; slots: JsonObject; tray: JsonObject[] } {
  const values: JsonObject = {};
  const slots: JsonObject = {};
  for (const [name, value] of Object.entries(given)) {
    const key = slotOf(name);
    if (name === TRAY) continue;
    if (key === undefined) values[name] = value;
    else slots[key] = value;
  }
  return { values, slots, tray: blocksGiven(given[TRAY]) };
}

/** A patch of the server's from changes of the draft. */
export function patchOf(changes: JsonObject, locales: readonly string[]): PagePatch {
  const { values, slots } = apart(changes);
  return {
    ...localizedPatchOf(values, locales),
    ...(Object.keys(slots).length > 0 ? { slots } : {}),
    ...(changes[TRAY] === undefined ? {} : { tray: apart(changes).tray }),
  };
}

/** The faults of the blocks in a draft that are no value of their kind: they are told at once, and not sent. */
export const slotFaults = (model: CompiledModel, type: CompiledType<PageType>, given: JsonObject): Fault[] =>
  parseSlots(model, type.definition.slots, apart(given).slots, {}, '/slots').faults;

/** The fields of a page as its draft holds them: its own, and the localised ones in every other language. */
export const everyFieldOf = (model: CompiledModel, fields: readonly Field[]): Field[] => [
  ...fields,
  ...model.document.locales.others.flatMap((locale) => fieldsIn(fields, locale)),
];

/** What of a draft can be sent: fields and slots that can be read. */
export function sendableOf(
  model: CompiledModel,
  type: CompiledType<PageType>,
  fields: readonly Field[],
  given: JsonObject,
  today: string,
): JsonObject {
  const { values, slots } = apart(given);
  const broken = new Set(slotFaults(model, type, given).map(({ path }) => path.split('/')[2]));
  return {
    ...parseForm(everyFieldOf(model, fields), values, today).sendable,
    ...Object.fromEntries(
      Object.entries(slots)
        .filter(([key]) => !broken.has(key))
        .map(([key, blocks]) => [slotName(key), blocks]),
    ),
    ...(given[TRAY] === undefined ? {} : { [TRAY]: given[TRAY] }),
  };
}
