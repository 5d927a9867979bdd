import { pointer, type Fault } from '../faults';
import type { Id } from '../ids';
import { partKeys, parts, type Mapping } from '../mapping/parts';
import { TOP, type ContentType, type Field, type ModelDocument, type PageType } from './document';
import { kindOf, isEmpty } from './kinds';

/** A fault of the model. Errors hold back putting it in force; warnings do not. `about` is the type it concerns. */
export interface ModelFault extends Fault {
  weight: 'error' | 'warning';
  about?: Id;
}

function sameKeys(list: readonly { key: string; label: string }[], path: string): ModelFault[] {
  const seen = new Map<string, string>();
  return list.flatMap(({ key, label }, i): ModelFault[] => {
    const before = seen.get(key.toLowerCase());
    seen.set(key.toLowerCase(), label);
    return before === undefined ? [] : [{ path: pointer(path, i, 'key'), code: 'same-key', weight: 'error', message: `"${label}" and "${before}" have the same key, ${key}.` }];
  });
}

function fieldFaults(field: Field, path: string): ModelFault[] {
  const kind = kindOf(field);
  const faults: ModelFault[] = kind.checkRules(field.rules).map((fault) => ({
    ...fault, path: `${path}/rules${fault.path}`, message: `${field.label}: ${fault.message}`,
    // A choice that has no choices yet is unfinished, not wrong: it stops only entries that must choose.
    weight: fault.code === 'empty' && !field.required ? 'warning' : 'error',
  }));
  if (field.default !== undefined && !isEmpty(field.default)) {
    const value = kind.read(field.default, field.rules);
    if (!value.ok) faults.push({ path: `${path}/default`, code: 'default', weight: 'error', message: `${field.label}: the default is no value of it. ${value.message}` });
  }
  return faults;
}

/** What is wrong with a mapping: fields that are gone, kinds that cannot feed a part, more than a part shows. */
export function mappingFaults(mapping: Mapping, fields: readonly Field[], path: string): Fault[] {
  const faults: Fault[] = [];
  for (const key of partKeys) {
    const chains = mapping[key] ?? [];
    const part = parts[key];
    if (part.needed && chains.length === 0) faults.push({ path: pointer(path, key), code: 'needed', message: `${part.label} must be fed by a field.` });
    if (chains.length > part.chains) faults.push({ path: pointer(path, key), code: 'too-many', message: `${part.label} shows at most ${part.chains}.` });
    chains.forEach((chain, c) => chain.forEach((step, s) => {
      if ('words' in step) return;
      const field = fields.find(({ id }) => id === step.field);
      const at = pointer(path, key, c, s, 'field');
      if (!field) faults.push({ path: at, code: 'gone', message: `${part.label} is fed by a field that is gone.` });
      else if (!part.takes.includes(field.kind)) faults.push({ path: at, code: 'kind', message: `${field.label} is of kind ${kindOf(field).label}, which cannot feed ${part.label}.` });
    }));
  }
  return faults;
}

function typeFaults(type: ContentType | PageType, path: string): ModelFault[] {
  const faults: ModelFault[] = [
    ...sameKeys(type.fields, `${path}/fields`),
    ...type.fields.flatMap((field, i) => fieldFaults(field, `${path}/fields/${i}`)),
    ...mappingFaults(type.face, type.fields, `${path}/face`).map((fault): ModelFault => ({ ...fault, weight: 'error' })),
  ];
  const title = type.fields.find(({ id }) => id === type.title);
  if (!title) faults.push({ path: `${path}/title`, code: 'gone', weight: 'error', message: `${type.label} has no field for its title.` });
  else if (title.kind !== 'line') faults.push({ path: `${path}/title`, code: 'kind', weight: 'error', message: `The title of ${type.label} must be a line.` });
  else if (!title.required) faults.push({ path: `${path}/title`, code: 'optional-title', weight: 'warning', message: `${title.label} names ${type.plural}, but may be left empty.` });
  const named = (field: Id | undefined, place: string, word: string) => {
    if (field !== undefined && !type.fields.some(({ id }) => id === field)) faults.push({ path: `${path}/${place}`, code: 'gone', weight: 'error', message: `The ${word} of ${type.label} names a field that is gone.` });
  };
  if ('columns' in type) {
    named(type.summary, 'summary', 'summary');
    named(type.date, 'date', 'date');
    type.columns.forEach((column, i) => named(column, `columns/${i}`, 'table'));
  } else named(type.address.from, 'address/from', 'address');
  return faults.map((fault) => ({ ...fault, about: type.id }));
}

function placementFaults({ pageTypes, placements }: ModelDocument): ModelFault[] {
  const faults: ModelFault[] = [];
  const known = new Set<string>([TOP, ...pageTypes.map(({ id }) => id)]);
  const seen = new Set<string>();
  placements.forEach(({ parent, child }, i) => {
    if (!known.has(parent) || !known.has(child)) faults.push({ path: `/placements/${i}`, code: 'gone', weight: 'error', message: 'A placement names a page type that is gone.' });
    if (seen.has(`${parent} ${child}`)) faults.push({ path: `/placements/${i}`, code: 'twice', weight: 'error', message: 'The same placement is there twice.' });
    seen.add(`${parent} ${child}`);
  });
  const reached = new Set<string>([TOP]);
  for (let before = 0; before !== reached.size;) {
    before = reached.size;
    for (const { parent, child } of placements) if (reached.has(parent)) reached.add(child);
  }
  pageTypes.forEach((type, i) => {
    if (reached.has(type.id)) return;
    const homes = placements.some(({ child }) => child === type.id);
    faults.push({
      path: `/pageTypes/${i}`, code: 'unreachable', weight: 'warning', about: type.id,
      message: homes ? `${type.label} may only stand under types that can themselves stand nowhere.` : `No page type may hold ${type.label}.`,
    });
  });
  return faults;
}

/** Everything that is wrong with a model whose shape is right, in reading order. */
export function checkModel(model: ModelDocument): ModelFault[] {
  return [
    ...sameKeys(model.contentTypes, '/contentTypes'),
    ...sameKeys(model.pageTypes, '/pageTypes'),
    ...model.contentTypes.flatMap((type, i) => typeFaults(type, `/contentTypes/${i}`)),
    ...model.pageTypes.flatMap((type, i) => typeFaults(type, `/pageTypes/${i}`)),
    ...placementFaults(model),
  ];
}
