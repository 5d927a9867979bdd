import 'reflect-metadata';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { getMetadataStorage, validateSync, type ValidationError } from 'class-validator';
import { pointer, type Fault } from '../core/faults';
import { isJsonObject, sizeWithin, type JsonBounds, type JsonObject } from '../core/json';

/**
 * The most that one body may hold, said in the errors: bytes of what anyone may send, of what is sent
 * usually, and of whole documents and lists; then how deep it nests, how many values it has in all, and how
 * many names one object.
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

const inner = new WeakMap<ClassConstructor<object>, Map<string, ClassConstructor<object> | undefined>>();

/**
 * The class of what stands under a name of a class, where it has one of ours: what the reader of classes
 * makes of an empty object there.
 */
function classOf(shape: ClassConstructor<object>, name: string): ClassConstructor<object> | undefined {
  const known = inner.get(shape) ?? new Map<string, ClassConstructor<object> | undefined>();
  inner.set(shape, known);
  if (!known.has(name)) {
    const probe: unknown = Reflect.get(plainToInstance(shape, { [name]: {} }), name);
    const made = typeof probe === 'object' && probe !== null ? probe.constructor : undefined;
    const type = made === Object ? undefined : (made as ClassConstructor<object> | undefined);
    known.set(name, type && namesOf(type).size > 0 ? type : undefined);
  }
  return known.get(name);
}

/** Whether a list of what a class describes stands under a name. */
const isListAt = (shape: ClassConstructor<object>, name: string): boolean =>
  getMetadataStorage()
    .getTargetValidationMetadatas(shape, '', false, false)
    .some(({ propertyName, type, each }) => propertyName === name && type === 'nestedValidation' && each);

/**
 * Every one of a list as an instance of a class; none where one of them has a fault, since the checks of the
 * class around the list would look into it again, and its names are anybody's.
 */
function listOf<T extends object>(
  type: ClassConstructor<T>,
  given: readonly unknown[],
  base: string,
): { value?: (T | undefined)[]; faults: Fault[] } {
  const read = given.map((each, i) => parseBounded(type, each, pointer(base, i)));
  const faults = read.flatMap((each) => each.faults).slice(0, TOLD);
  return faults.length > 0 ? { faults } : { value: read.map(({ value }) => value), faults };
}

/**
 * An instance of a class with what was given. Only plain values pass the reader of classes, which turns the
 * words of a query into numbers; other objects and lists are JSON and stay as they are, since copying them
 * name by name costs more than linear time, and their names are anybody's.
 */
function instanceOf<T extends object>(
  shape: ClassConstructor<T>,
  input: JsonObject,
  base: string,
): { value: T; faults: Fault[] } {
  const faults: Fault[] = [];
  const plain: [string, unknown][] = [];
  const deep: [string, unknown][] = [];
  for (const [name, given] of Object.entries(input)) {
    const type = classOf(shape, name);
    const at = pointer(base, name);
    const read =
      type && given !== null
        ? Array.isArray(given) && isListAt(shape, name)
          ? listOf(type, given, at)
          : parseBounded(type, given, at)
        : undefined;
    faults.push(...(read?.faults ?? []));
    if (read) deep.push([name, read.value]);
    else if (typeof given === 'object' && given !== null) deep.push([name, given]);
    else plain.push([name, given]);
  }
  const value = plainToInstance(shape, Object.fromEntries(plain));
  return { value: Object.assign(value, Object.fromEntries(deep)), faults };
}

const refusal = (path: string, code: string, message: string) => ({ faults: [{ path, code, message }] });

/** Why a value is more than is read, by the bound that it passes. */
export function tooMuch(over: keyof JsonBounds, base = ''): { faults: Fault[] } {
  const { depth, nodes, keys } = inputBounds;
  if (over === 'depth')
    return refusal(base, 'too-deep', `This nests deeper than the ${depth} levels that are read.`);
  if (over === 'nodes')
    return refusal(
      base,
      'too-many',
      `This holds more than the ${nodes.toLocaleString('en')} values that are read.`,
    );
  return refusal(
    base,
    'too-many',
    `One object holds more than the ${keys.toLocaleString('en')} names that are read.`,
  );
}

/** Reads what came in as an instance of a class-validator class, or tells every fault of its shape with its path. */
export function parseInput<T extends object>(
  shape: ClassConstructor<T>,
  input: unknown,
  base = '',
): { value?: T; faults: Fault[] } {
  const over = sizeWithin(input, inputBounds);
  return over ? tooMuch(over, base) : parseBounded(shape, input, base);
}

/** The same of what is within the bounds already. */
export function parseBounded<T extends object>(
  shape: ClassConstructor<T>,
  input: unknown,
  base = '',
): { value?: T; faults: Fault[] } {
  if (!isJsonObject(input)) return refusal(base, 'kind', 'This takes a JSON object.');
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
  const { value, faults: inside } = instanceOf(shape, named, base);
  const told = new Set(inside.map(({ path }) => path.slice(base.length + 1).split('/')[0]));
  const errors = validateSync(value, { forbidUnknownValues: true, stopAtFirstError: true });
  const own = faultsOf(errors, base).filter(
    ({ path }) => !told.has(path.slice(base.length + 1).split('/')[0]),
  );
  const faults = [...unknown, ...inside, ...own].slice(0, TOLD);
  return faults.length > 0 ? { faults } : { value, faults: [] };
}
