import 'reflect-metadata';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import type { CompiledModel } from '../core/model/compile';
import type { JsonObject } from '../core/json';
import { modelSchema } from '../core/formats/model-schema';
import { valuesSchema } from '../core/formats/values-schema';
import { Problem } from './faults';
import { exampleOf } from './openapi-examples';
import { families, operations, type Operation } from './operations';
import { parameterWords } from './parameter-words';
import { SESSION_COOKIE } from './session-cookie';

const problems: Record<string, string> = {
  400: 'What was sent cannot be read: not JSON, an unknown field, the wrong kind, too long or too deep',
  401: 'Not signed in',
  403: 'Your role may not do this, or the request came from another site',
  404: 'There is no such thing',
  413: 'More bytes than this takes',
  415: 'Not JSON; a patch says by `Accept-Patch` in which forms it is taken',
  412: 'It has changed since you read it; the body carries both versions',
  422: 'A rule of the model forbids it',
  428: 'Send If-Match with the ETag you read',
  429: 'Too many attempts; `Retry-After` says when to try again',
  500: 'Something went wrong here; nothing was changed',
};

const problem = (status: string): JsonObject => ({
  description: problems[status] ?? '',
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});
const named = (shape: { name: string }): JsonObject => ({ $ref: `#/components/schemas/${shape.name}` });

/** What a name in the path or query means. */
function told({ id }: Operation, name: string): JsonObject {
  const description = parameterWords(id, name);
  return description === undefined ? {} : { description };
}

/** The family that an operation belongs to, as they are told apart. */
const familyOf = ({ id }: Operation): string => families.find(({ holds }) => id in holds)?.name ?? '';

function describe(operation: Operation, schemas: Record<string, JsonObject>): JsonObject {
  const parameters: JsonObject[] = [...operation.path.matchAll(/\{(\w+)\}/g)].map(([, name = '']) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string', ...(name === 'id' ? { format: 'uuid' } : {}) },
    ...told(operation, name),
  }));
  if (operation.query) {
    const { properties = {}, required = [] } = (schemas[operation.query.name] ?? {}) as {
      properties?: Record<string, JsonObject>;
      required?: string[];
    };
    for (const [name, schema] of Object.entries(properties))
      parameters.push({
        name,
        in: 'query',
        required: required.includes(name),
        schema,
        ...told(operation, name),
      });
  }
  if (operation.guarded)
    parameters.push({
      name: 'If-Match',
      in: 'header',
      required: true,
      schema: { type: 'string' },
      description: 'The ETag of what was read, a list of several, or `*` for whatever there is.',
    });
  if (operation.method === 'GET')
    parameters.push({
      name: 'If-None-Match',
      in: 'header',
      required: false,
      schema: { type: 'string' },
      description: 'ETags of what is there already; where it is one of them, nothing is told (304).',
    });
  const status = String(operation.status ?? 200);
  const failures = [
    '400',
    ...(operation.act === 'anyone' ? ['429'] : ['401', '403']),
    ...(operation.path.includes('{') ? ['404'] : []),
    ...(operation.guarded ? ['412', '428'] : []),
    ...(operation.method === 'GET' ? [] : ['422']),
    ...(operation.body || operation.bytes ? ['413', '415'] : []),
    '500',
  ];
  const inJson = (shape: { name: string }): JsonObject => ({
    schema: named(shape),
    example: exampleOf(schemas[shape.name] ?? {}, schemas),
  });
  return {
    operationId: operation.id,
    summary: operation.summary,
    tags: [familyOf(operation)],
    security: operation.act === 'anyone' ? [] : [{ session: [] }],
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(operation.body
      ? {
          requestBody: {
            required: true,
            content: {
              [operation.method === 'PATCH' ? 'application/merge-patch+json' : 'application/json']: inJson(
                operation.body,
              ),
            },
          },
        }
      : {}),
    ...(operation.bytes
      ? {
          requestBody: {
            required: true,
            content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } },
          },
        }
      : {}),
    responses: {
      [status]: operation.answer
        ? {
            description: operation.summary,
            headers: { ETag: { schema: { type: 'string' }, description: 'What is told, and its revision.' } },
            content: { 'application/json': inJson(operation.answer) },
          }
        : { description: 'Done' },
      ...(operation.method === 'GET'
        ? { 304: { description: 'It is the same as what is there already' } }
        : {}),
      ...Object.fromEntries(failures.map((failure) => [failure, problem(failure)])),
    },
  };
}

/** The OpenAPI 3.1 document, made from the classes that check the input; with a model, also from its content types. */
export function openApi(model: CompiledModel | undefined): JsonObject {
  const generated = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/components/schemas/',
  }) as unknown as Record<string, JsonObject>;
  const paths: Record<string, JsonObject> = {};
  for (const operation of Object.values(operations) as Operation[]) {
    (paths[operation.path] ??= {})[operation.method.toLowerCase()] = describe(operation, generated);
  }
  const values = Object.fromEntries(
    (model?.contentTypes ?? []).map((type) => [`values.${type.definition.key}`, valuesSchema(type)]),
  );
  return {
    openapi: '3.1.0',
    info: {
      title: 'Clear Frame',
      version: '1',
      description: model
        ? `What can be asked of this installation. Values of entries follow the model in force, revision ${model.revision}.`
        : 'What can be asked of this installation. Sign in to see the values of its content types.',
    },
    servers: [{ url: '/api/v1' }],
    tags: families.map(({ name, about }) => ({ name, description: about })),
    paths,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: SESSION_COOKIE } },
      schemas: {
        ...generated,
        Problem: generated[Problem.name] ?? {},
        ...values,
        ModelDocument: {
          description: 'See /api/v1/model/schema',
          type: 'object',
          $comment: String(modelSchema.$id),
        },
      },
    },
  };
}
