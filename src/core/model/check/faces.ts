import { pointer, type Fault } from '../../faults';
import { partKeys, parts, type Mapping } from '../../mapping/parts';
import type { Field, Slot } from '../document';
import { kindFor, plainFields } from '../kinds';
import type { Face, ModelDocument } from '../document';
import { error, type ModelFault } from './fault';

/**
 * The field at the end of a path as far as the type itself tells; a path through an entry link ends where the
 * other type begins.
 */
function endOf(path: string, fields: readonly Field[]): { field: Field; whole: boolean } | undefined {
  const [first, ...rest] = path.split('.');
  const field = fields.find(({ id }) => id === first);
  if (!field || rest.length === 0) return field && { field, whole: true };
  const { holds, inside = [], leadsTo } = kindFor(field);
  if (holds === 'once') return endOf(rest.join('.'), plainFields(inside));
  return leadsTo ? { field, whole: false } : undefined;
}

/**
 * What is wrong with a mapping: fields that are gone, kinds that cannot feed a part, more than a part shows,
 * no heading where one is needed.
 */
export function mappingFaults(
  mapping: Mapping,
  fields: readonly Field[],
  path: string,
  needsHeading = true,
): Fault[] {
  const faults: Fault[] = [];
  for (const key of partKeys) {
    const chains = mapping[key] ?? [];
    const part = parts[key];
    if (key === 'heading' && needsHeading && chains.length === 0)
      faults.push({
        path: pointer(path, key),
        code: 'needed',
        message: `${part.label} must be fed by a field.`,
      });
    if (chains.length > part.chains)
      faults.push({
        path: pointer(path, key),
        code: 'too-many',
        message: `${part.label} shows at most ${part.chains}.`,
      });
    chains.forEach((chain, c) =>
      chain.forEach((step, s) => {
        if ('words' in step) return;
        const end = endOf(step.field, fields);
        const at = pointer(path, key, c, s, 'field');
        if (!end)
          faults.push({ path: at, code: 'gone', message: `${part.label} is fed by a field that is gone.` });
        else if (end.whole && !part.takes.includes(end.field.kind))
          faults.push({
            path: at,
            code: 'kind',
            message: `${end.field.label} is of kind ${kindFor(end.field).label}, which cannot feed ${part.label}.`,
          });
      }),
    );
  }
  return faults;
}

/** What is wrong with how the parts of a face stand, and with the variants it allows. */
export function faceFaults(
  face: Face,
  slots: readonly Slot[],
  model: ModelDocument,
  path: string,
): ModelFault[] {
  const faults: ModelFault[] = [];
  const seen = new Set<string>();
  face.rows?.forEach(({ cells }, r) => {
    const width = cells.reduce((sum, cell) => sum + cell.width, 0);
    if (width > 12)
      faults.push(
        error(pointer(path, 'rows', r), 'too-wide', `A row has twelve parts; this one asks for ${width}.`),
      );
    cells.forEach(({ holds }, c) =>
      holds.forEach((held, h) => {
        const name = typeof held === 'string' ? held : held.slot;
        const at = pointer(path, 'rows', r, 'cells', c, 'holds', h);
        if (typeof held !== 'string' && !slots.some(({ id }) => id === held.slot))
          faults.push(error(at, 'gone', 'It places a slot that is gone.'));
        if (seen.has(name))
          faults.push(
            error(at, 'twice', `${typeof held === 'string' ? parts[held].label : 'A slot'} stands twice.`),
          );
        seen.add(name);
      }),
    );
  });
  (face.variants ?? []).forEach((key, i) => {
    if (!model.houseStyle.variants.some((variant) => variant.key === key))
      faults.push(
        error(
          pointer(path, 'variants', i),
          'gone',
          `It allows the variant “${key}”, which the house style no longer has.`,
        ),
      );
  });
  return faults;
}
