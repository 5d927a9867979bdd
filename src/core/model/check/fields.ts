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
import { isEmpty, kindOf, nestingBound, type Kind, type KindName } from '../kinds';
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

/** What in the rules of a field names something that is gone. */
function goneFaults(
  field: Field,
  siblings: readonly Field[],
  path: string,
  around: CheckContext,
): ModelFault[] {
  const at = `${path}/rules`;
  switch (field.kind) {
    case 'category':
      return [
        ...(field.rules.scheme && !around.schemes.has(field.rules.scheme)
          ? [error(`${at}/scheme`, 'gone', `${field.label} is filled from a scheme that is gone.`)]
          : []),
        ...(field.rules.within &&
        !siblings.some(({ id, kind }) => id === field.rules.within && kind === 'category')
          ? [error(`${at}/within`, 'gone', `${field.label} narrows to a field that is gone.`)]
          : []),
      ];
    case 'entry':
      return field.rules.types.flatMap((id, i) =>
        around.contentTypes.has(id)
          ? []
          : [error(`${at}/types/${i}`, 'gone', `${field.label} leads to a content type that is gone.`)],
      );
    case 'computed':
      return field.rules.from.flatMap((id, i) => {
        const source = siblings.find((each) => each.id === id);
        if (!source)
          return [
            error(`${at}/from/${i}`, 'gone', `${field.label} is worked out from a field that is gone.`),
          ];
        return source.kind === 'computed'
          ? [
              error(
                `${at}/from/${i}`,
                'circle',
                `${field.label} is worked out from ${source.label}, which is itself worked out.`,
              ),
            ]
          : [];
      });
    case 'formatted':
      return (field.rules.styles ?? []).flatMap((key, i) =>
        around.styles.has(key)
          ? []
          : [
              error(
                `${at}/styles/${i}`,
                'gone',
                `${field.label} allows the text style “${key}”, which the house style no longer has.`,
              ),
            ],
      );
    default:
      return [];
  }
}

function defaultFaults(field: Field, path: string, type: Id, today: string): ModelFault[] {
  const preset = field.default;
  if (preset === undefined || isEmpty(preset)) return [];
  const mend = { label: 'Take the default away', does: 'drop the default' as const, type, field: field.id };
  if (isJsonObject(preset) && 'new' in preset) {
    const fits =
      preset.new === 'now'
        ? field.kind === 'date' || field.kind === 'moment'
        : preset.new === 'person' && field.kind === 'line';
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
  const kind: Kind<KindName> = kindOf(field);
  const value = kind.read(preset, field.rules as never);
  if (!value.ok)
    return [
      error(
        `${path}/default`,
        'default',
        `${field.label}: the default is no value of it. ${value.faults[0]?.message ?? ''}`.trim(),
        { mend },
      ),
    ];
  const broken = kind.check(value.value, field.rules as never, { today });
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
    const kind: Kind<KindName> = kindOf(field);
    const about = { field: field.id };
    faults.push(
      ...kind.checkRules(field.rules as never).map((fault): ModelFault => ({
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
      ...goneFaults(field, siblings, at, around),
      ...defaultFaults(field, at, type, around.today),
      ...conditionFaults(field, siblings, at, type),
    ])
      faults.push({ ...about, ...fault });
    if (field.unique && field.kind !== 'line' && field.kind !== 'number')
      faults.push(
        error(
          `${at}/unique`,
          'unique',
          `${field.label}: only lines and numbers can be asked to be different in every entry.`,
          about,
        ),
      );
    if (field.kind === 'group' || field.kind === 'list')
      faults.push(...entriesFaults(field.rules.fields, `${at}/rules/fields`, type, depth + 1, around));
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
      isInclude(entry)
        ? [entry.include]
        : entry.kind === 'group' || entry.kind === 'list'
          ? includesOf(entry.rules.fields)
          : [],
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
