import { pointer } from '../../../faults';
import { isJsonObject, type Json } from '../../../json';
import { patternFault } from '../../date-pattern';
import { mappingFaults } from '../../../model/check/faces';
import type { Field } from '../../../model/document';
import { kindFor, plainFields, type FieldKind } from '../../../model/kinds';
import {
  dateFormats,
  linkedLooks,
  mappingBounds,
  partKeys,
  type Chain,
  type Format,
  type Mapping,
  type Step,
} from '../../parts';
import { RuleReader } from './reader';

/** Reads which fields feed the parts of a face. */
export class MappingReader extends RuleReader {
  mapping(input: Json | undefined, path: string): Mapping {
    if (!isJsonObject(input)) {
      this.fault(path, 'kind', 'A mapping names parts, each with a list of chains of steps.');
      return {};
    }
    this.only(input, path, partKeys);
    const mapping: Mapping = {};
    for (const part of partKeys) {
      const chains = input[part];
      if (chains === undefined) continue;
      const at = pointer(path, part);
      if (
        !Array.isArray(chains) ||
        !chains.every(
          (chain): chain is Json[] =>
            Array.isArray(chain) && chain.length > 0 && chain.length <= mappingBounds.steps,
        )
      ) {
        this.fault(at, 'kind', `A part has a list of chains, each of 1 to ${mappingBounds.steps} steps.`);
        continue;
      }
      const read: Chain[] = chains.map((chain, c) =>
        chain.flatMap((step, s) => this.step(step, pointer(at, c, s)) ?? []),
      );
      if (read.length > 0) mapping[part] = read;
    }
    if (this.faults.length === 0) this.faults.push(...mappingFaults(mapping, this.type.fields, path));
    return mapping;
  }

  private step(input: Json, path: string): Step | undefined {
    if (!isJsonObject(input)) {
      this.fault(path, 'kind', 'A step is { field } or { words }.');
      return undefined;
    }
    if ('words' in input) {
      this.only(input, path, ['words']);
      if (typeof input.words === 'string' && input.words.trim() && input.words.length <= mappingBounds.words)
        return { words: input.words.trim() };
      this.fault(pointer(path, 'words'), 'words', `Fixed words have 1 to ${mappingBounds.words} characters.`);
      return undefined;
    }
    this.only(input, path, ['field', 'format']);
    const field = this.path(input.field, pointer(path, 'field'));
    const format =
      input.format === undefined ? undefined : this.format(input.format, pointer(path, 'format'));
    return field === undefined ? undefined : { field, ...(format ? { format } : {}) };
  }

  /**
   * A path of keys, `guide.name`, as a path of ids. Behind an entry link the keys are those of the types it
   * leads to.
   */
  private path(input: Json | undefined, at: string): string | undefined {
    if (typeof input !== 'string' || input.length > mappingBounds.path) return this.field(input, at)?.id;
    const [first, ...rest] = input.split('.');
    const start = this.field(first, at);
    if (!start || rest.length === 0) return start?.id;
    const ids = [start.id];
    let field: Field | undefined = start;
    for (const key of rest) {
      const kind: FieldKind = kindFor(field);
      const inside =
        kind.holds === 'once'
          ? plainFields(kind.inside ?? [])
          : kind.leadsTo
            ? this.linked(kind.leadsTo)
            : [];
      field = inside.find((each) => each.key === key);
      if (!field) {
        this.fault(at, 'unknown-field', `There is no field "${key}" on the way ${input}.`);
        return undefined;
      }
      ids.push(field.id);
    }
    return ids.join('.');
  }

  private format(input: Json, path: string): Format | undefined {
    if (!isJsonObject(input)) {
      this.fault(
        path,
        'kind',
        'A format is { shorten }, { first }, { date }, { pattern }, { as }, { ratio }.',
      );
      return undefined;
    }
    this.only(input, path, ['shorten', 'first', 'date', 'pattern', 'as', 'ratio']);
    const format: Format = {};
    if (input.date !== undefined) {
      const date = dateFormats.find((each) => each === input.date);
      if (date) format.date = date;
      else this.fault(pointer(path, 'date'), 'format', `Dates are told as: ${dateFormats.join(', ')}.`);
    }
    if (input.pattern !== undefined) {
      const fault =
        typeof input.pattern === 'string' ? patternFault(input.pattern) : 'A pattern is written in letters.';
      if (fault === undefined && typeof input.pattern === 'string') format.pattern = input.pattern;
      else this.fault(pointer(path, 'pattern'), 'format', fault ?? '');
    }
    if (input.as !== undefined) {
      const as = linkedLooks.find((each) => each === input.as);
      if (as) format.as = as;
      else this.fault(pointer(path, 'as'), 'format', `Linked entries are set as: ${linkedLooks.join(', ')}.`);
    }
    if (input.ratio !== undefined) {
      if (typeof input.ratio === 'number' && input.ratio > 0.1 && input.ratio < 10)
        format.ratio = input.ratio;
      else this.fault(pointer(path, 'ratio'), 'bound', 'Width to height, from 0.1 to 10.');
    }
    for (const [key, least, most] of [
      ['shorten', 10, mappingBounds.shorten],
      ['first', 1, 100],
    ] as const) {
      const value = input[key];
      if (value === undefined) continue;
      if (typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most)
        format[key] = value;
      else this.fault(pointer(path, key), 'bound', `From ${least} to ${most}.`);
    }
    return format;
  }
}
