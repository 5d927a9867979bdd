import Ajv2020, { type ErrorObject } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { pointer, type Fault } from '../faults';
import type { JsonObject } from '../json';
import { mappingBounds, partKeys } from '../mapping/parts';
import { modelBounds, paletteParts, type ModelDocument } from '../model/document';
import { kinds, kindNames } from '../model/kinds';
import { keyPattern } from '../model/naming';

const id = { $ref: '#/$defs/id' };
const key = { $ref: '#/$defs/key' };
const label = { $ref: '#/$defs/label' };
const words = { type: 'string', maxLength: modelBounds.words };

const closed = (required: string[], properties: JsonObject): JsonObject => ({ type: 'object', additionalProperties: false, required, properties });

const fieldOf = (name: (typeof kindNames)[number]): JsonObject =>
  closed(['id', 'key', 'label', 'kind', 'rules'], {
    id, key, label, kind: { const: name }, help: words, group: { type: 'string', maxLength: modelBounds.label },
    required: { type: 'boolean' }, indexed: { type: 'boolean' }, default: true, rules: kinds[name].rulesSchema,
  });

const typeParts = {
  id, key, label, plural: label, purpose: words, icon: { type: 'string', maxLength: 40 },
  fields: { type: 'array', maxItems: modelBounds.fieldsPerType, items: { $ref: '#/$defs/field' } },
  title: id, face: { $ref: '#/$defs/mapping' },
};

/** The JSON Schema (2020-12) of the model document. Each kind of field brings the schema of its own rules. */
export const modelSchema: JsonObject = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:clear-frame:model:1',
  title: 'Clear Frame model document',
  ...closed(['format', 'version', 'locales', 'houseStyle', 'contentTypes', 'pageTypes', 'placements'], {
    format: { const: 'clear-frame/model' },
    version: { const: 1 },
    locales: closed(['main', 'others'], { main: { $ref: '#/$defs/locale' }, others: { type: 'array', maxItems: 40, items: { $ref: '#/$defs/locale' } } }),
    houseStyle: closed(['palette'], { palette: closed([...paletteParts], Object.fromEntries(paletteParts.map((part) => [part, { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' }]))) }),
    contentTypes: {
      type: 'array', maxItems: modelBounds.types,
      items: closed(['id', 'key', 'label', 'plural', 'purpose', 'icon', 'fields', 'title', 'face', 'review', 'columns'], {
        ...typeParts, summary: id, date: id, review: { type: 'boolean' }, columns: { type: 'array', maxItems: 40, items: id },
      }),
    },
    pageTypes: {
      type: 'array', maxItems: modelBounds.types,
      items: closed(['id', 'key', 'label', 'plural', 'purpose', 'icon', 'fields', 'title', 'face', 'source', 'address', 'inNavigation'], {
        ...typeParts,
        source: closed(['kind'], { kind: { enum: ['blocks', 'listing'] } }),
        address: closed(['from', 'drop', 'atMost'], {
          from: id, atMost: { type: 'integer', minimum: 8, maximum: 96 },
          drop: { type: 'object', maxProperties: 40, additionalProperties: { type: 'array', maxItems: 200, items: { type: 'string', maxLength: 40 } } },
        }),
        inNavigation: { type: 'boolean' },
        mostInSite: { type: 'integer', minimum: 1, maximum: 100000 },
      }),
    },
    placements: {
      type: 'array', maxItems: modelBounds.placements,
      items: closed(['id', 'parent', 'child'], { id, parent: { anyOf: [{ const: 'top' }, id] }, child: id, mostUnderOne: { type: 'integer', minimum: 1, maximum: 100000 } }),
    },
  }),
  $defs: {
    id: { type: 'string', format: 'uuid' },
    key: { type: 'string', pattern: keyPattern },
    label: { type: 'string', minLength: 1, maxLength: modelBounds.label, pattern: '\\S' },
    locale: { type: 'string', pattern: '^[a-z]{2,3}(-[A-Z][a-z]{3})?(-[A-Z]{2})?$' },
    mapping: closed([], Object.fromEntries(partKeys.map((part) => [part, { type: 'array', maxItems: 12, items: { type: 'array', minItems: 1, maxItems: mappingBounds.steps, items: { $ref: '#/$defs/step' } } }]))),
    step: {
      anyOf: [
        closed(['words'], { words: { type: 'string', minLength: 1, maxLength: mappingBounds.words } }),
        closed(['field'], { field: id, format: closed([], { shorten: { type: 'integer', minimum: 10, maximum: mappingBounds.shorten }, first: { type: 'integer', minimum: 1, maximum: 100 } }) }),
      ],
    },
    field: { type: 'object', required: ['kind'], discriminator: { propertyName: 'kind' }, oneOf: kindNames.map(fieldOf) },
  },
};

const ajv = new Ajv2020({ allErrors: true, discriminator: true, strict: true, strictRequired: false, strictTypes: false });
addFormats(ajv);
const validate = ajv.compile<ModelDocument>(modelSchema);

function inWords(error: ErrorObject): string {
  const { keyword, params } = error;
  if (keyword === 'additionalProperties') return `"${params.additionalProperty}" means nothing here.`;
  if (keyword === 'required') return `"${params.missingProperty}" is missing.`;
  if (keyword === 'discriminator') return `A field's kind is one of: ${kindNames.join(', ')}.`;
  if (keyword === 'maxItems') return `At most ${params.limit} may stand here.`;
  if (keyword === 'maxLength') return `At most ${params.limit} characters.`;
  if (keyword === 'minLength' || keyword === 'pattern') return error.schemaPath.includes('label') ? 'This needs a name.' : `This is not written as it should be (${error.message ?? keyword}).`;
  return `This ${error.message ?? 'is not as it should be'}.`;
}

/** Whether something is a model document in shape, with the path of every fault (at most 50). */
export function readModelDocument(input: unknown, path = ''): { document?: ModelDocument; faults: Fault[] } {
  if (validate(input)) return { document: input, faults: [] };
  const faults = (validate.errors ?? []).slice(0, 50).map((error) => ({
    path: path + (error.keyword === 'additionalProperties' ? pointer(error.instancePath, String(error.params.additionalProperty)) : error.instancePath),
    code: error.keyword,
    message: inWords(error),
  }));
  return { faults };
}
