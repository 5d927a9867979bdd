import { pointer } from '../../faults';
import type { Id } from '../../ids';
import { isJsonObject } from '../../json';
import { expandFields } from '../compile';
import {
  isInclude,
  type AnyShape,
  type Field,
  type FieldEntry,
  type FieldSet,
  type ModelDocument,
} from '../document';
import { isEmpty, kindFor, nestingBound } from '../kinds';
import { showsInCircle, whyNever } from './conditions';
import { error, warning, type ModelFault } from './fault';

/** What all checks of fields need of the whole model, looked up once. */
export interface CheckContext {
  sets: ReadonlyMap<Id, FieldSet>;
  contentTypes: ReadonlySet<Id>;
  schemes: ReadonlySet<Id>;
  styles: ReadonlySet<string>;
  today: string;
}

export const checkContextOf = (model: ModelDocument, today: string): CheckContext => ({
  today,
  sets: new Map(model.fieldSets.map((set) => [set.id, set])),
  contentTypes: new Set(model.contentTypes.map(({ id }) => id)),
  schemes: new Set(model.schemes.map(({ id }) => id)),
  styles: new Set(model.houseStyle.textStyles.map(({ key }) => key)),
});

/** Names that differ only in the case of their letters would be taken for one another. */
export function sameKeys(
  list: readonly { id: Id; key: string; label: string }[],
  pathOf: (place: number) => string,
  about?: Id,
): ModelFault[] {
  const seen = new Map<string, { key: string; label: string }>();
  return list.flatMap(({ id, key, label }, i): ModelFault[] => {
    const before = seen.get(key.toLowerCase());
    seen.set(key.toLowerCase(), { key, label });
    if (!before) return [];
    const words =
      before.key === key
        ? `“${label}” and “${before.label}” have the same key, ${key}.`
        : `“${label}” and “${before.label}” have keys that differ only in the case of letters: ${key}, ${before.key}.`;
    return [
      error(`${pathOf(i)}/key`, 'same-key', words, {
        mend: {
          label: 'Give it another key',
          does: 'new key',
          type: about ?? id,
          ...(about ? { field: id } : {}),
        },
      }),
    ];
  });
}

function defaultFaults(field: Field, path: string, type: Id, today: string): ModelFault[] {
  const preset = field.default;
  if (preset === undefined || isEmpty(preset)) return [];
  const kind = kindFor(field);
  const mend = { label: 'Take the default away', does: 'drop the default' as const, type, field: field.id };
  if (isJsonObject(preset) && 'new' in preset) {
    const fits = preset.new === kind.begins;
    return fits
      ? []
      : [
          error(
            `${path}/default`,
            'default',
            `${field.label}: only a day or a moment can begin with now, only a line with the person’s name.`,
            { mend },
          ),
        ];
  }
  const value = kind.read(preset);
  if (!value.ok)
    return [
      error(
        `${path}/default`,
        'default',
        `${field.label}: the default is no value of it. ${value.faults[0]?.message ?? ''}`.trim(),
        { mend },
      ),
    ];
  const broken = kind.check(value.value, { today });
  return broken.length > 0
    ? [
        error(
          `${path}/default`,
          'default',
          `${field.label}: the default breaks its own rules. ${broken[0]?.message ?? ''}`.trim(),
          { mend },
        ),
      ]
    : [];
}

function conditionFaults(field: Field, siblings: readonly Field[], path: string, type: Id): ModelFault[] {
  if (!field.showWhen) return [];
  const at = `${path}/showWhen`;
  const mend = { label: 'Always show it', does: 'drop the condition' as const, type, field: field.id };
  if (showsInCircle(field, siblings))
    return [error(at, 'circle', `Whether ${field.label} is shown hangs on itself.`, { mend })];
  const never = whyNever(field.showWhen, siblings);
  if (never)
    return [
      (field.required ? error : warning)(
        at,
        'never',
        `${field.label} is never shown: ${never}.${field.required ? ' Yet it must be filled in.' : ''}`,
        { mend },
      ),
    ];
  return field.required
    ? [
        warning(
          at,
          'hidden-required',
          `${field.label} must be filled in, but only where it is shown; where its condition does not hold it asks nothing.`,
          { mend },
        ),
      ]
    : [];
}

/**
 * Everything wrong with a list of fields, those inside groups and lists too. `siblings` are the fields
 * themselves, sets in place.
 */
function entriesFaults(
  entries: readonly FieldEntry[],
  path: string,
  type: Id,
  depth: number,
  around: CheckContext,
): ModelFault[] {
  const siblings = expandFields(entries, around.sets);
  const whole = siblings.length === entries.length && !entries.some(isInclude);
  const faults: ModelFault[] = [
    ...sameKeys(siblings, (i) => (whole ? pointer(path, i) : path), type),
    ...(depth > nestingBound
      ? [error(path, 'too-deep', `Groups and lists nest at most ${nestingBound} deep.`)]
      : []),
  ];
  entries.forEach((field, i) => {
    const at = pointer(path, i);
    if (isInclude(field)) {
      if (!around.sets.has(field.include))
        faults.push(
          error(`${at}/include`, 'gone', 'It includes a field set that is gone.', {
            mend: { label: 'Take it out', does: 'drop the include', type, include: field.id },
          }),
        );
      return;
    }
    const kind = kindFor(field);
    const about = { field: field.id };
    faults.push(
      ...kind.checkRules().map((fault): ModelFault => ({
        ...fault,
        ...about,
        path: `${at}/rules${fault.path}`,
        message: `${field.label}: ${fault.message}`,
        // A choice that has no choices yet is unfinished, not wrong: it stops only entries that must choose.
        weight: fault.code === 'empty' && !field.required ? 'warning' : 'error',
        ...(fault.code === 'contradiction'
          ? { mend: { label: 'Take the bounds away', does: 'drop the bounds', type, field: field.id } }
          : {}),
      })),
    );
    for (const fault of [
      ...kind
        .gone({ ...around, siblings })
        .map(({ path: below, code, message }) => error(`${at}/rules${below}`, code, message)),
      ...defaultFaults(field, at, type, around.today),
      ...conditionFaults(field, siblings, at, type),
    ])
      faults.push({ ...about, ...fault });
    if (field.unique && !kind.mayDiffer)
      faults.push(
        error(
          `${at}/unique`,
          'unique',
          `${field.label}: only lines and numbers can be asked to be different in every entry.`,
          about,
        ),
      );
    if (kind.inside)
      faults.push(...entriesFaults(kind.inside, `${at}/rules/fields`, type, depth + 1, around));
  });
  return faults;
}

export const fieldFaults = (shape: AnyShape, path: string, around: CheckContext): ModelFault[] =>
  entriesFaults(shape.fields, `${path}/fields`, shape.id, 0, around).map((fault) => ({
    ...fault,
    about: shape.id,
  }));

/** Field sets that include one another in a circle, with the way around named. */
export function setCircles(sets: readonly FieldSet[]): ModelFault[] {
  const byId = new Map(sets.map((set) => [set.id, set]));
  const includesOf = (entries: readonly FieldEntry[]): Id[] =>
    entries.flatMap((entry) =>
      isInclude(entry) ? [entry.include] : includesOf(kindFor(entry).inside ?? []),
    );
  return sets.flatMap((set, i): ModelFault[] => {
    const way = wayBack(set.id, (id) => includesOf(byId.get(id)?.fields ?? []));
    if (!way) return [];
    const names = [...way, set.id].map((id) => byId.get(id)?.label ?? '').join(' includes ');
    return [
      error(
        `/fieldSets/${i}/fields`,
        'circle',
        `These field sets include one another in a circle: ${names}.`,
        { about: set.id },
      ),
    ];
  });
}

/** A shortest way from something back to itself along `next`, the start first; nothing where there is none. */
function wayBack(start: Id, next: (id: Id) => readonly Id[]): Id[] | undefined {
  const open: Id[][] = [[start]];
  const seen = new Set<Id>();
  for (let way = open.shift(); way; way = open.shift()) {
    for (const id of next(way.at(-1) ?? start)) {
      if (id === start) return way;
      if (!seen.has(id)) open.push([...way, id]);
      seen.add(id);
    }
  }
  return undefined;
}
