import type { Json, JsonObject } from '../../json';
import type { CompiledModel, CompiledType, Fielded } from '../../model/compile';
import type { Field } from '../../model/document';
import { kindFor, plainFields, type FieldKind } from '../../model/kinds';
import { hereValue, type HereValue } from './here-value';
import { throughLink } from './matches';
import { isMetadataOrder, type Condition, type ListingRule } from './listing-rule';
import { partKeys, type Mapping, type Step } from '../parts';
import { Sources, sourceKey } from './sources';

const GONE = 'gone';

function serializeValue(field: Field, value: Json): Json {
  // Only choices are kept otherwise than they are spoken.
  const kind = kindFor(field);
  if (!kind.choices) return value;
  const spoken = (id: Json) => (typeof id === 'string' ? kind.speakOne(id) : null);
  return Array.isArray(value) ? value.map(spoken) : spoken(value);
}

/** What is taken from a place, as a path: `category`, `entry`, `entry.habitats`. */
function serializeHere(value: HereValue, model: CompiledModel): JsonObject {
  if (value.here === 'category') return { here: 'category' };
  if (value.here === 'this entry') return { here: 'entry' };
  const types: readonly CompiledType[] = value.here === 'entry' ? model.contentTypes : model.pageTypes;
  return {
    here: `${value.here}.${value.fields.flatMap((id) => types.flatMap((type) => type.field(id)?.key ?? []))[0] ?? GONE}`,
  };
}

function serializeCondition(condition: Condition, type: Fielded, model: CompiledModel): Json {
  if ('all' in condition)
    return { all: condition.all.map((inner) => serializeCondition(inner, type, model)) };
  if ('any' in condition)
    return { any: condition.any.map((inner) => serializeCondition(inner, type, model)) };
  if ('not' in condition) return { not: serializeCondition(condition.not, type, model) };
  if ('linksTo' in condition)
    return {
      linksTo:
        typeof condition.linksTo === 'string' || Array.isArray(condition.linksTo)
          ? condition.linksTo
          : serializeHere(condition.linksTo, model),
    };
  if (!('field' in condition)) return { ...condition };
  const field = fieldAsked(condition.field, type, model);
  const key = field && serializePath(condition.field, type, model);
  if (!field || !key) return { field: GONE, is: condition.is };
  const here = hereValue(condition.value);
  if (here) return { field: key, is: condition.is, value: serializeHere(here, model) };
  return {
    field: key,
    is: condition.is,
    ...(condition.value === undefined ? {} : { value: serializeValue(field, condition.value) }),
  };
}

/** The field that a test asks: the type's own, or that of what one of its entry links leads to. */
export function fieldAsked(
  path: string,
  type: { field(id: string): Field | undefined },
  model: CompiledModel,
): Field | undefined {
  const through = throughLink(path);
  if (!through) return type.field(path);
  return (
    type.field(through.link) &&
    model.contentTypes.flatMap(({ fields }) => fields).find(({ id }) => id === through.field)
  );
}

/** A path of ids as a path of keys; what is gone is named so. */
function serializePath(path: string, type: Fielded, model: CompiledModel): string {
  const keys: string[] = [];
  let among: readonly Field[] = type.fields;
  for (const id of path.split('.')) {
    const field: Field | undefined = among.find((each) => each.id === id);
    if (!field) return [...keys, GONE].join('.');
    keys.push(field.key);
    const { holds, inside = [], leadsTo }: FieldKind = kindFor(field);
    among =
      holds === 'once'
        ? plainFields(inside)
        : leadsTo
          ? model.contentTypes.flatMap(({ fields }) => fields)
          : [];
  }
  return keys.join('.');
}

function serializeStep(step: Step, type: Fielded, model: CompiledModel): Json {
  if ('words' in step) return { words: step.words };
  return {
    field: serializePath(step.field, type, model),
    ...(step.format ? { format: { ...step.format } } : {}),
  };
}

/** A mapping with its fields by key. */
export const serializeMapping = (mapping: Mapping, type: Fielded, model: CompiledModel): JsonObject =>
  Object.fromEntries(
    partKeys.flatMap((part) =>
      mapping[part]
        ? [[part, mapping[part].map((chain) => chain.map((step) => serializeStep(step, type, model)))]]
        : [],
    ),
  );

/** A listing rule as it is spoken at the door: the reverse of `readRule`. A field that is gone is named "gone". */
export function serializeRule(model: CompiledModel, rule: ListingRule): JsonObject {
  const type = Sources.of(model, rule.from);
  return {
    from: rule.from.map((id) => {
      const source = type.type(id);
      return source ? sourceKey(source) : GONE;
    }),
    where: serializeCondition(rule.where, type, model),
    order: rule.order.map(({ by, direction }) => ({
      by: isMetadataOrder(by) ? by : fieldAsked(by, type, model) ? serializePath(by, type, model) : GONE,
      direction,
    })),
    ...(rule.pins ? { pins: rule.pins.map((pin) => ({ ...pin })) } : {}),
    ...(rule.leaveOut ? { leaveOut: rule.leaveOut } : {}),
    ...(rule.skip === undefined ? {} : { skip: rule.skip }),
    ...(rule.notAbove ? { notAbove: true } : {}),
    ...(rule.fullList === undefined ? {} : { fullList: rule.fullList }),
    ...(rule.facets
      ? {
          facets: rule.facets.map((facet) =>
            typeof facet === 'string'
              ? serializePath(facet, type, model)
              : { ...facet, field: serializePath(facet.field, type, model) },
          ),
        }
      : {}),
    limit: rule.limit,
    ...(rule.perPage === undefined ? {} : { perPage: rule.perPage }),
    heading: rule.heading,
    ...(rule.headings ? { headings: rule.headings } : {}),
    arrangement: rule.arrangement,
    ...(rule.setOut ? { setOut: { ...rule.setOut } } : {}),
    mapping: serializeMapping(rule.mapping, type, model),
    ...(rule.settings?.set ? { settings: { ...rule.settings.set } } : {}),
  };
}
