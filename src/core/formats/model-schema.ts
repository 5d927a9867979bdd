import Ajv2020, { type ErrorObject, type ValidateFunction } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { pointer, type Fault } from '../faults';
import type { JsonObject } from '../json';
import { comparisons, kinds, kindNames } from '../model/kinds';
import { wordBounds } from '../model/visitor-words';
import { patternBound } from '../mapping/date-pattern';
import { dateFormats, linkedLooks, mappingBounds, partKeys } from '../mapping/parts';
import { collectionArrangements } from '../site/collection';
import {
  behaviours,
  emptyCategories,
  modelBounds,
  paletteParts,
  type ModelDocument,
} from '../model/document';
import {
  buttonLooks,
  cardLooks,
  firstPages,
  footGrounds,
  grounds,
  headingWeights,
  MOST_COLOURS,
  navigationLooks,
} from '../model/fresh/house-style';
import { foundParts, MOST_FOUND_FIELDS } from '../model/found';
import { keyPattern } from '../model/naming';
import { settingKeys, settings } from '../model/settings';
import { vocabularyTypes } from '../model/vocabulary';
import { groupBounds } from '../site/audience';
import { providerBounds } from '../site/providers';
import { termBounds } from '../site/terms';
import { navigationBounds, navigationOrders } from '../site/navigation';

const ref = (name: string): JsonObject => ({ $ref: `#/$defs/${name}` });
const id = ref('id');
const key = ref('key');
const label = ref('label');
const words = { type: 'string', maxLength: modelBounds.words };
const yes = { type: 'boolean' };
const count = (minimum: number, maximum: number): JsonObject => ({ type: 'integer', minimum, maximum });
const listOf = (items: JsonObject, maxItems: number): JsonObject => ({ type: 'array', maxItems, items });

const closed = (required: string[], properties: JsonObject): JsonObject => ({
  type: 'object',
  additionalProperties: false,
  required,
  properties,
});

const fieldOf = (name: (typeof kindNames)[number]): JsonObject =>
  closed(['id', 'key', 'label', 'kind', 'rules'], {
    id,
    key,
    label,
    kind: { const: name },
    help: words,
    group: { type: 'string', maxLength: modelBounds.label },
    required: yes,
    unique: yes,
    localised: yes,
    indexed: yes,
    openWhereShared: yes,
    default: true,
    showWhen: ref('condition'),
    rules: kinds[name].rulesSchema,
  });

const named = {
  id,
  key,
  label,
  plural: label,
  purpose: words,
  icon: { type: 'string', maxLength: 40 },
  fields: ref('fields'),
};
const namedKeys = ['id', 'key', 'label', 'plural', 'purpose', 'icon', 'fields'];
const slugRule = closed(['from', 'drop', 'atMost'], {
  from: id,
  atMost: count(8, 96),
  drop: {
    type: 'object',
    maxProperties: 40,
    additionalProperties: listOf({ type: 'string', maxLength: 40 }, 200),
  },
});
const navigationShape = closed(['depth', 'order'], {
  depth: count(1, navigationBounds.depth),
  order: { enum: [...navigationOrders] },
});
const source: JsonObject = {
  type: 'object',
  required: ['kind'],
  oneOf: [
    closed(['kind'], { kind: { enum: ['blocks', 'listing', 'heading'] } }),
    closed(['kind', 'types'], {
      kind: { const: 'collection' },
      types: listOf(id, 50),
      arrangement: { enum: [...collectionArrangements] },
    }),
    closed(['kind', 'scheme'], {
      kind: { const: 'category' },
      scheme: id,
      empty: { enum: [...emptyCategories] },
    }),
    closed(['kind', 'type'], { kind: { const: 'entry' }, type: id, home: { const: true } }),
    closed(['kind', 'field'], { kind: { const: 'link' }, field: id }),
  ],
};
const colour: JsonObject = { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' };
const palette = closed([...paletteParts], Object.fromEntries(paletteParts.map((part) => [part, colour])));
const houseStyle = closed(['palette', 'dark', 'type', 'space', 'corners', 'textStyles', 'variants'], {
  palette,
  dark: palette,
  colours: listOf(
    closed(['key', 'label', 'light', 'dark'], { key, label, light: colour, dark: colour }),
    MOST_COLOURS,
  ),
  navigation: { enum: [...navigationLooks] },
  buttons: { enum: [...buttonLooks] },
  cards: { enum: [...cardLooks] },
  firstPage: { enum: [...firstPages] },
  foot: { enum: [...footGrounds] },
  type: closed(['base', 'scale', 'headings', 'text'], {
    weight: { enum: [...headingWeights] },
    tight: { const: true },
    firstLetter: { const: true },
    base: { type: 'number', minimum: 12, maximum: 28 },
    scale: { type: 'number', minimum: 1, maximum: 1.7 },
    headings: { enum: ['reading', 'plain'] },
    text: { enum: ['reading', 'plain'] },
  }),
  space: count(8, 64),
  corners: count(0, 40),
  textStyles: listOf(
    closed(['key', 'label', 'size', 'weight', 'colour', 'face'], {
      key,
      label,
      size: { type: 'number', minimum: 0.6, maximum: 3 },
      weight: { enum: [400, 500, 600, 700] },
      italic: yes,
      colour: { enum: ['ink', 'soft', 'accent'] },
      face: { enum: ['reading', 'plain'] },
    }),
    24,
  ),
  variants: listOf(
    closed(['key', 'label', 'ground', 'frame', 'width', 'room'], {
      key,
      label,
      ground: { enum: [...grounds] },
      colour: key,
      over: { const: true },
      frame: { enum: ['none', 'line', 'top'] },
      width: { enum: ['text', 'wide', 'full'] },
      room: { enum: [0, 1, 2] },
    }),
    24,
  ),
});
const foundMapping = closed(
  [],
  Object.fromEntries(foundParts.map((part) => [part, listOf(id, MOST_FOUND_FIELDS)])),
);
const seenBy = closed(['groups'], { groups: listOf(id, groupBounds.all), asks: { const: true } });
const layer = closed([], {
  set: closed(
    [],
    Object.fromEntries(
      settingKeys.map((each) => [each, { enum: settings[each].choices.map(({ value }) => value) }]),
    ),
  ),
  editorMay: {
    type: 'array',
    maxItems: settingKeys.length,
    uniqueItems: true,
    items: { enum: [...settingKeys] },
  },
});

/** The JSON Schema (2020-12) of the model document. Each kind of field brings the schema of its own rules. */
export const modelSchema: JsonObject = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:clear-frame:model:1',
  title: 'Clear Frame model document',
  ...closed(
    [
      'format',
      'version',
      'locales',
      'houseStyle',
      'schemes',
      'fieldSets',
      'contentTypes',
      'pageTypes',
      'blockTypes',
      'placements',
    ],
    {
      format: { const: 'clear-frame/model' },
      version: { const: 1 },
      words: {
        type: 'object',
        propertyNames: ref('locale'),
        maxProperties: 40,
        additionalProperties: {
          type: 'object',
          maxProperties: wordBounds.all,
          propertyNames: { minLength: 1, maxLength: wordBounds.each },
          additionalProperties: { type: 'string', maxLength: wordBounds.each },
        },
      },
      locales: closed(['main', 'others'], { main: ref('locale'), others: listOf(ref('locale'), 40) }),
      houseStyle,
      siteStyles: {
        type: 'object',
        propertyNames: { minLength: 1, maxLength: 60 },
        maxProperties: 40,
        additionalProperties: houseStyle,
      },
      settings: layer,
      providers: listOf(
        closed(['key', 'label', 'begins'], {
          key,
          label,
          begins: { type: 'string', maxLength: providerBounds.begins },
        }),
        providerBounds.all,
      ),
      terms: closed([], {
        accounts: count(termBounds.least, termBounds.most),
        comments: count(termBounds.least, termBounds.most),
        messages: count(termBounds.least, termBounds.most),
      }),
      accounts: closed(['groups'], {
        groups: listOf(closed(['id', 'key', 'label'], { id, key, label }), groupBounds.all),
        open: { const: true },
      }),
      navigation: closed([], { head: navigationShape, foot: navigationShape }),
      schemes: listOf(
        closed([...namedKeys, 'sort'], { ...named, sort: { enum: ['categories', 'tags'] } }),
        modelBounds.types,
      ),
      fieldSets: listOf(closed(namedKeys, named), modelBounds.types),
      contentTypes: listOf(
        closed([...namedKeys, 'title', 'face', 'slug', 'review', 'columns'], {
          ...named,
          title: id,
          face: ref('face'),
          summary: id,
          picture: id,
          date: id,
          slug: slugRule,
          review: yes,
          found: foundMapping,
          seenBy,
          columns: listOf(id, 40),
          settings: layer,
          vocabulary: closed(['is', 'fields'], {
            is: { enum: [...vocabularyTypes] },
            fields: {
              type: 'object',
              maxProperties: 12,
              propertyNames: { maxLength: 40 },
              additionalProperties: id,
            },
          }),
        }),
        modelBounds.types,
      ),
      pageTypes: listOf(
        closed(
          [
            ...namedKeys,
            'title',
            'face',
            'source',
            'slots',
            'layouts',
            'address',
            'inNavigation',
            'childOrder',
          ],
          {
            ...named,
            title: id,
            face: ref('face'),
            source,
            slots: listOf(ref('slot'), modelBounds.slots),
            layouts: listOf(
              closed(['id', 'key', 'label', 'rows'], {
                id,
                key,
                label,
                rows: ref('rows'),
                opens: { const: 'over' },
                lastFirst: listOf(count(0, modelBounds.rows), modelBounds.rows),
              }),
              modelBounds.layouts,
            ),
            address: slugRule,
            found: foundMapping,
            seenBy,
            inNavigation: { enum: ['yes', 'no', 'editor'] },
            review: yes,
            mostInSite: count(1, 100_000),
            childOrder: { enum: ['byHand', 'title', 'date'] },
            starter: key,
            settings: layer,
          },
        ),
        modelBounds.types,
      ),
      blockTypes: listOf(
        closed([...namedKeys, 'slots', 'face'], {
          ...named,
          title: id,
          slots: listOf(ref('slot'), modelBounds.slots),
          face: ref('face'),
          behaves: { enum: [...behaviours] },
        }),
        modelBounds.types,
      ),
      placements: listOf(
        closed(['id', 'parent', 'child'], {
          id,
          parent: { anyOf: [{ const: 'top' }, id] },
          child: id,
          mostUnderOne: count(1, 100_000),
          onlyUnder: id,
        }),
        modelBounds.placements,
      ),
    },
  ),
  $defs: {
    id: { type: 'string', format: 'uuid' },
    // A rule that must still be chosen may stand empty in the working copy; the check holds it back.
    idOrNone: { anyOf: [ref('id'), { const: '' }] },
    key: { type: 'string', pattern: keyPattern },
    label: { type: 'string', minLength: 1, maxLength: modelBounds.label, pattern: '\\S' },
    locale: { type: 'string', pattern: '^[a-z]{2,3}(-[A-Z][a-z]{3})?(-[A-Z]{2})?$' },
    mapping: closed(
      [],
      Object.fromEntries(
        partKeys.map((part) => [
          part,
          listOf({ type: 'array', minItems: 1, maxItems: mappingBounds.steps, items: ref('step') }, 12),
        ]),
      ),
    ),
    step: {
      anyOf: [
        closed(['words'], { words: { type: 'string', minLength: 1, maxLength: mappingBounds.words } }),
        closed(['field'], {
          field: { type: 'string', pattern: '^[0-9a-f-]{36}(\\.[0-9a-f-]{36}){0,4}$' },
          format: closed([], {
            shorten: count(10, mappingBounds.shorten),
            first: count(1, 100),
            date: { enum: [...dateFormats] },
            pattern: { type: 'string', minLength: 1, maxLength: patternBound },
            as: { enum: [...linkedLooks] },
            ratio: { type: 'number', minimum: 0.1, maximum: 10 },
            joint: { type: 'string', maxLength: 20 },
          }),
        }),
      ],
    },
    rows: listOf(
      closed(['cells'], {
        cells: listOf(
          closed(['width', 'holds'], {
            width: count(1, 12),
            holds: listOf({ anyOf: [{ enum: [...partKeys] }, closed(['slot'], { slot: id })] }, 40),
          }),
          modelBounds.cells,
        ),
      }),
      modelBounds.rows,
    ),
    face: closed(['mapping'], {
      mapping: ref('mapping'),
      rows: ref('rows'),
      variants: { type: 'array', maxItems: 24, uniqueItems: true, items: key },
    }),
    slot: closed(['id', 'key', 'label', 'allows'], {
      id,
      key,
      label,
      allows: { type: 'array', maxItems: modelBounds.types, uniqueItems: true, items: id },
      min: count(0, 200),
      max: count(1, 200),
      handedDown: yes,
      inFoot: yes,
      preset: listOf(
        closed(['id', 'type'], {
          id,
          type: id,
          shared: key,
          values: { type: 'object' },
          held: { enum: ['place', 'place and values'] },
        }),
        modelBounds.presets,
      ),
    }),
    condition: {
      anyOf: [
        closed(['all'], { all: listOf(ref('condition'), 60) }),
        closed(['any'], { any: listOf(ref('condition'), 60) }),
        closed(['not'], { not: ref('condition') }),
        closed(['field', 'is'], { field: id, is: { enum: [...comparisons] }, value: true }),
      ],
    },
    fields: listOf(ref('entry'), modelBounds.fieldsPerType),
    entry: {
      type: 'object',
      if: { required: ['include'] },
      then: closed(['id', 'include'], { id, include: id }),
      else: ref('field'),
    },
    field: {
      type: 'object',
      required: ['kind'],
      discriminator: { propertyName: 'kind' },
      oneOf: kindNames.map(fieldOf),
    },
  },
};

let compiled: ValidateFunction<ModelDocument> | undefined;

/** The check of the schema, made when it is first asked for: making it takes nearly half a second. */
function validator(): ValidateFunction<ModelDocument> {
  if (compiled) return compiled;
  const ajv = new Ajv2020({
    allErrors: true,
    discriminator: true,
    strict: true,
    strictRequired: false,
    strictTypes: false,
  });
  addFormats(ajv);
  compiled = ajv.compile<ModelDocument>(modelSchema);
  return compiled;
}

function inWords(error: ErrorObject): string {
  const { keyword, params } = error;
  if (keyword === 'additionalProperties') return `"${params.additionalProperty}" means nothing here.`;
  if (keyword === 'required') return `"${params.missingProperty}" is missing.`;
  if (keyword === 'discriminator') return `A field's kind is one of: ${kindNames.join(', ')}.`;
  if (keyword === 'maxItems') return `At most ${params.limit} may stand here.`;
  if (keyword === 'maxLength') return `At most ${params.limit} characters.`;
  if (keyword === 'minLength' || keyword === 'pattern')
    return error.schemaPath.includes('label')
      ? 'This needs a name.'
      : `This is not written as it should be (${error.message ?? keyword}).`;
  return `This ${error.message ?? 'is not as it should be'}.`;
}

/** Words that tell nothing a person could mend, where a more telling fault stands beside them. */
const vague = new Set(['if', 'anyOf', 'oneOf']);

/** Whether something is a model document in shape, with the path of every fault (at most 50). */
export function parseModelDocument(input: unknown, path = ''): { document?: ModelDocument; faults: Fault[] } {
  const validate = validator();
  if (validate(input)) return { document: input, faults: [] };
  const errors = validate.errors ?? [];
  const telling = errors.filter(({ keyword }) => !vague.has(keyword));
  const faults = (telling.length > 0 ? telling : errors).slice(0, 50).map((error) => ({
    path:
      path +
      (error.keyword === 'additionalProperties'
        ? pointer(error.instancePath, String(error.params.additionalProperty))
        : error.instancePath),
    code: error.keyword,
    message: inWords(error),
  }));
  return { faults };
}
