import { modelFromKeys } from '../src/core/formats/model-by-keys';
import { parseModelDocument } from '../src/core/formats/model-schema';
import type { JsonObject } from '../src/core/json';
import { CompiledModel, type CompiledType } from '../src/core/model/compile';
import type { ContentType, Field, ModelDocument, PageType } from '../src/core/model/document';

/** A small reserve, spoken by keys, with a field of every kind. */
export const smallModel: JsonObject = {
  locales: { main: 'en-GB', others: ['fr'] },
  contentTypes: {
    species: {
      label: 'Species',
      plural: 'Species',
      title: 'name',
      summary: 'summary',
      date: 'seen',
      columns: ['name', 'group'],
      fields: {
        name: { label: 'Name', required: true, rules: { maxLength: 40 } },
        group: {
          kind: 'choice',
          label: 'Group',
          rules: { choices: { bird: 'Bird', insect: 'Insect', plant: 'Plant' } },
        },
        habitats: {
          kind: 'choice',
          label: 'Habitats',
          rules: {
            multiple: true,
            max: 3,
            choices: { water: 'Open water', reed: 'Reedbed', wood: 'Oak wood', dune: 'Dune' },
          },
        },
        size: { kind: 'number', label: 'Size', rules: { min: 0, max: 500, unit: 'cm' } },
        rare: { kind: 'yesNo', label: 'Rare' },
        seen: { kind: 'date', label: 'Last seen' },
        summary: { kind: 'paragraphs', label: 'Summary', localised: true, rules: { maxLength: 280 } },
        body: { kind: 'paragraphs', label: 'Body' },
      },
      face: {
        kicker: ['group'],
        heading: ['name'],
        summary: [
          [
            { field: 'summary', shorten: 80 },
            { field: 'body', shorten: 40 },
          ],
        ],
        marks: [{ field: 'habitats', first: 2 }],
        figures: ['size'],
      },
    },
    notice: {
      label: 'Notice',
      plural: 'Notices',
      title: 'title',
      review: true,
      columns: ['title'],
      fields: { title: { label: 'Title', required: true }, text: { kind: 'paragraphs', label: 'Text' } },
      face: { heading: ['title'] },
    },
  },
  pageTypes: {
    home: {
      label: 'Home',
      plural: 'Homes',
      mostInSite: 1,
      inNavigation: 'no',
      fields: { title: { label: 'Title', required: true } },
      face: { heading: ['title'] },
    },
    plain: {
      label: 'Plain page',
      plural: 'Plain pages',
      fields: { title: { label: 'Title', required: true }, text: { kind: 'paragraphs', label: 'Text' } },
      face: { heading: ['title'], text: ['text'] },
    },
    index: {
      label: 'Index',
      plural: 'Indexes',
      source: 'listing',
      fields: { title: { label: 'Title', required: true } },
      face: { heading: ['title'] },
    },
    loose: {
      label: 'Loose leaf',
      plural: 'Loose leaves',
      fields: { title: { label: 'Title', required: true } },
      face: { heading: ['title'] },
    },
  },
  placements: {
    top: [{ child: 'home', mostUnderOne: 1 }],
    home: ['plain', { child: 'index', mostUnderOne: 2 }],
    plain: ['plain'],
  },
};

export function documentFrom(written: JsonObject): ModelDocument {
  const { document, faults } = parseModelDocument(modelFromKeys(written));
  if (!document) throw new Error(JSON.stringify(faults));
  return document;
}

/**
 * The small reserve, whose species each have a page of their own below an index, and whose plain pages hold
 * listings.
 */
export const withSpeciesPages = (): ModelDocument =>
  documentFrom({
    ...smallModel,
    blockTypes: {
      listing: { label: 'Listing', plural: 'Listings', behaves: 'listing', fields: {}, face: {} },
    },
    pageTypes: {
      ...(smallModel.pageTypes as JsonObject),
      plain: {
        ...((smallModel.pageTypes as JsonObject).plain as JsonObject),
        slots: { main: { label: 'Main', allows: ['listing'] } },
      },
      speciesPage: {
        label: 'Species page',
        plural: 'Species pages',
        source: { entry: 'species' },
        fields: { title: { label: 'Title', required: true } },
        face: { heading: ['title'] },
      },
    },
    placements: { ...(smallModel.placements as JsonObject), index: ['speciesPage'] },
  });

export const smallDocument = (): ModelDocument => documentFrom(smallModel);
export const smallCompiled = (): CompiledModel => new CompiledModel(smallDocument(), 1);

export function contentType(model: CompiledModel, key: string): CompiledType<ContentType> {
  const type = model.contentTypeByKey(key);
  if (!type) throw new Error(`no content type ${key}`);
  return type;
}

export function pageType(model: CompiledModel, key: string): CompiledType<PageType> {
  const type = model.pageTypeByKey(key);
  if (!type) throw new Error(`no page type ${key}`);
  return type;
}

export function field(type: CompiledType, key: string): Field {
  const found = type.fieldByKey(key);
  if (!found) throw new Error(`no field ${key}`);
  return found;
}
