import 'reflect-metadata';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { getMetadataStorage, validateSync, type ValidationError } from 'class-validator';
import { pointer, type Fault } from '../core/faults';
import { isJsonObject, sizeWithin, type JsonObject } from '../core/json';

/**
 * The most that one body may hold, said in the errors: bytes of what anyone may send, of what is sent usually, and of whole
 * documents and lists; then how deep it nests, how many values it has in all, and how many names one object.
 */
export const inputBounds = {
  anyone: 16 * 1024,
  bytes: 1024 * 1024,
  large: 4 * 1024 * 1024,
  depth: 40,
  nodes: 250_000,
  keys: 20_000,
} as const;
/** How many faults are told at the most. */
const TOLD = 50;

function faultsOf(errors: readonly ValidationError[], base: string): Fault[] {
  return errors.flatMap((error) => {
    const path = pointer(base, error.property);
    const own = Object.entries(error.constraints ?? {}).map(([code, message]) => ({
      path,
      code,
      message: `${message.charAt(0).toUpperCase()}${message.slice(1)}.`,
    }));
    return [...own, ...faultsOf(error.children ?? [], path)];
  });
}

/** The names of a class that may be given. */
function namesOf(shape: ClassConstructor<object>): ReadonlySet<string> {
  const rules = getMetadataStorage().getTargetValidationMetadatas(shape, '', false, false);
  return new Set(rules.map(({ propertyName }) => propertyName));
}

/**
 * An instance of a class with what was given. Only plain values pass the reader of classes, which turns the words of a query
 * into numbers; objects and lists are JSON and stay as they are, since copying them name by name costs more than linear time.
 */
function instanceOf<T extends object>(shape: ClassConstructor<T>, input: JsonObject): T {
  const entries = Object.entries(input);
  const isPlain = ([, value]: [string, unknown]) => typeof value !== 'object' || value === null;
  const value = plainToInstance(shape, Object.fromEntries(entries.filter(isPlain)));
  return Object.assign(value, Object.fromEntries(entries.filter((entry) => !isPlain(entry))));
}

const refusal = (path: string, code: string, message: string) => ({ faults: [{ path, code, message }] });

/** Why a value is more than is read, or nothing. */
function tooMuch(input: unknown, base: string): { faults: Fault[] } | undefined {
  const { depth, nodes, keys } = inputBounds;
  const over = sizeWithin(input, inputBounds);
  if (over === 'depth')
    return refusal(base, 'too-deep', `This nests deeper than the ${depth} levels that are read.`);
  if (over === 'nodes')
    return refusal(
      base,
      'too-many',
      `This holds more than the ${nodes.toLocaleString('en')} values that are read.`,
    );
  if (over === 'keys')
    return refusal(
      base,
      'too-many',
      `One object holds more than the ${keys.toLocaleString('en')} names that are read.`,
    );
  return undefined;
}

/** Reads what came in as an instance of a class-validator class, or tells every fault of its shape with its path. */
export function parseInput<T extends object>(
  shape: ClassConstructor<T>,
  input: unknown,
  base = '',
): { value?: T; faults: Fault[] } {
  if (!isJsonObject(input)) return refusal(base, 'kind', 'This takes a JSON object.');
  const refused = tooMuch(input, base);
  if (refused) return refused;
  const known = namesOf(shape);
  const unknown = Object.keys(input)
    .filter((key) => !known.has(key))
    .slice(0, TOLD)
    .map((key): Fault => ({
      path: pointer(base, key),
      code: 'unknown',
      message: `"${key.slice(0, 80)}" means nothing here.`,
    }));
  const named = Object.fromEntries(Object.entries(input).filter(([key]) => known.has(key)));
  const value = instanceOf(shape, named);
  const errors = validateSync(value, { forbidUnknownValues: true, stopAtFirstError: true });
  const faults = [...unknown, ...faultsOf(errors, base)].slice(0, TOLD);
  return faults.length > 0 ? { faults } : { value, faults: [] };
}
