import { pointer, type Fault } from '../../../faults';
import type { Json, JsonObject } from '../../../json';
import type { CompiledModel, Fielded } from '../../../model/compile';
import type { Field } from '../../../model/document';

/**
 * What those share who read a piece of a listing as it is spoken at the door, where fields and choices are named by key:
 * the model, the type (or several as one) that is spoken of, and every fault found so far.
 */
export class RuleReader {
  constructor(
    protected readonly model: CompiledModel,
    protected readonly type: Fielded,
    readonly faults: Fault[] = [],
  ) {}

  protected fault(path: string, code: string, message: string): void {
    this.faults.push({ path, code, message });
  }

  protected only(input: JsonObject, path: string, keys: readonly string[]): void {
    for (const key of Object.keys(input))
      if (!keys.includes(key))
        this.fault(
          pointer(path, key),
          'unknown',
          `"${key}" means nothing here. Known are: ${keys.join(', ')}.`,
        );
  }

  protected field(key: Json | undefined, path: string): Field | undefined {
    const field = typeof key === 'string' ? this.type.fieldByKey(key) : undefined;
    if (!field)
      this.fault(path, 'unknown-field', `${this.type.label} has no field ${JSON.stringify(key ?? null)}.`);
    return field;
  }

  protected linked(types: readonly string[]): Field[] {
    return this.model.contentTypes
      .filter(({ id }) => types.length === 0 || types.includes(id))
      .flatMap(({ fields }) => fields);
  }
}
