import 'reflect-metadata';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { pointer, type Fault } from '../core/faults';
import { depthOf, isJsonObject } from '../core/json';

/** The most that one body may hold. Said in the errors. */
export const inputBounds = { bytes: 4 * 1024 * 1024, depth: 40 } as const;

function faultsOf(errors: readonly ValidationError[], base: string): Fault[] {
  return errors.flatMap((error) => {
    const path = pointer(base, error.property);
    const own = Object.entries(error.constraints ?? {}).map(([code, message]) => ({
      path,
      code: code === 'whitelistValidation' ? 'unknown' : code,
      message:
        code === 'whitelistValidation'
          ? `"${error.property}" means nothing here.`
          : `${message.charAt(0).toUpperCase()}${message.slice(1)}.`,
    }));
    return [...own, ...faultsOf(error.children ?? [], path)];
  });
}

/** Reads what came in as an instance of a class-validator class, or tells every fault of its shape with its path. */
export function parseInput<T extends object>(
  shape: ClassConstructor<T>,
  input: unknown,
  base = '',
): { value?: T; faults: Fault[] } {
  // The validator throws on null and on very deep input, so both are looked for first.
  if (!isJsonObject(input))
    return { faults: [{ path: base, code: 'kind', message: 'This takes a JSON object.' }] };
  if (depthOf(input, inputBounds.depth) > inputBounds.depth)
    return {
      faults: [
        {
          path: base,
          code: 'too-deep',
          message: `This nests deeper than the ${inputBounds.depth} levels that are read.`,
        },
      ],
    };
  const value = plainToInstance(shape, input);
  const errors = validateSync(value, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    stopAtFirstError: true,
  });
  return errors.length > 0 ? { faults: faultsOf(errors, base).slice(0, 50) } : { value, faults: [] };
}
