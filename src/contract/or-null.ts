import { IsOptional } from 'class-validator';
import { JSONSchema } from 'class-validator-jsonschema';

/** Tells in OpenAPI that what stands here may be null, where it is read so in another way. */
export const TellsNull = (): PropertyDecorator =>
  JSONSchema((schema) => ({ anyOf: [schema, { type: 'null' }] })) as PropertyDecorator;

/** Null where there is nothing: OpenAPI tells it too, which it does not of what may only be left out. */
export function OrNull(): PropertyDecorator {
  const [tells, isOptional] = [TellsNull(), IsOptional()];
  return (target, name) => {
    isOptional(target, name);
    tells(target, name);
  };
}
