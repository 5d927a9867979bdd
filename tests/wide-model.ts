import type { JsonObject } from '../src/core/json';
import { CompiledModel } from '../src/core/model/compile';
import type { ModelDocument } from '../src/core/model/document';
import { documentFrom } from './small-model';

/**
 * A reserve with everything a model can hold: a scheme, tags, field sets in one another, blocks with slots,
 * layouts, entry links, pictures.
 */
export const wideModel: JsonObject = {
  locales: { main: 'en-GB', others: ['fr'] },
  settings: { editorMay: ['showDates', 'inNavigation'] },
  schemes: {
    habitat: {
      label: 'Habitat',
      plural: 'Habitats',
      fields: { words: { kind: 'paragraphs', label: 'In words' } },
    },
    topic: { label: 'Topic', plural: 'Topics', sort: 'tags', fields: {} },
  },
  fieldSets: {
    readers: {
      label: 'Readers',
      fields: {
        audience: {
          kind: 'choice',
          label: 'Audience',
          rules: { multiple: true, choices: { everyone: 'Everyone', families: 'Families' } },
        },
      },
    },
    story: {
      label: 'Story',
      fields: {
        summary: { kind: 'paragraphs', label: 'Summary' },
        body: { kind: 'formatted', label: 'Body', rules: { allow: ['bold', 'link', 'picture', 'headings'] } },
        readers: { include: 'readers' },
      },
    },
  },
  contentTypes: {
    species: {
      label: 'Species',
      plural: 'Species',
      title: 'name',
      summary: 'summary',
      columns: ['name', 'habitats'],
      fields: {
        name: { label: 'Name', required: true, unique: true, rules: { maxLength: 80 } },
        branch: { kind: 'category', label: 'Branch', rules: { scheme: 'habitat' } },
        habitats: {
          kind: 'category',
          label: 'Habitats',
          rules: { scheme: 'habitat', multiple: true, max: 3, within: 'branch' },
        },
        topics: { kind: 'category', label: 'Topics', rules: { scheme: 'topic', multiple: true } },
        rarity: { kind: 'choice', label: 'Rarity', rules: { choices: { common: 'Common', rare: 'Rare' } } },
        secret: {
          kind: 'paragraphs',
          label: 'Where not to say',
          required: true,
          showWhen: { field: 'rarity', is: 'equals', value: 'rare' },
        },
        picture: { kind: 'media', label: 'Picture', rules: { accept: ['picture'], altNeeded: true } },
        story: { include: 'story' },
        facts: {
          kind: 'list',
          label: 'Facts',
          rules: { max: 4, names: 'label' },
          fields: {
            label: { label: 'What', required: true },
            value: { label: 'How much' },
            seen: { kind: 'category', label: 'Seen in', rules: { scheme: 'habitat' } },
          },
        },
        minutes: { kind: 'computed', label: 'Minutes', rules: { how: 'readingMinutes', from: ['body'] } },
      },
      face: {
        heading: ['name'],
        picture: [{ field: 'picture', ratio: 1.5 }],
        kicker: ['rarity', 'minutes'],
        summary: [['summary', { field: 'body', shorten: 60 }]],
        text: ['body'],
        marks: ['habitats', 'topics', 'audience', 'branch'],
        facts: ['facts'],
      },
    },
    walk: {
      label: 'Walk',
      plural: 'Walks',
      title: 'title',
      date: 'starts',
      columns: ['title', 'starts'],
      fields: {
        title: { label: 'Title', required: true },
        starts: { kind: 'moment', label: 'Starts' },
        shows: { kind: 'entry', label: 'Shows', rules: { types: ['species'], multiple: true } },
        above: { kind: 'entry', label: 'Above all', rules: { types: ['species'] } },
        place: {
          kind: 'group',
          label: 'Place',
          fields: { name: { label: 'Name' }, spot: { kind: 'spot', label: 'On the map' } },
        },
        book: { kind: 'link', label: 'Book', rules: { allow: [] } },
      },
      face: {
        heading: ['title'],
        date: [[{ field: 'starts', date: 'short' }]],
        facts: ['place'],
        further: ['shows'],
        button: ['book'],
      },
    },
  },
  blockTypes: {
    text: {
      label: 'Text',
      plural: 'Texts',
      title: 'heading',
      fields: {
        heading: { label: 'Heading', rules: { maxLength: 60 } },
        body: { kind: 'paragraphs', label: 'Body', required: true },
      },
      face: { heading: ['heading'], text: ['body'], variants: ['tinted'] },
    },
    columns: {
      label: 'Columns',
      plural: 'Columns',
      fields: {},
      slots: {
        left: { label: 'Left', allows: ['text', 'teaser'], max: 2 },
        right: { label: 'Right', allows: ['text', 'teaser'], max: 2 },
      },
      face: {
        rows: [
          [
            [6, 'slot:left'],
            [6, 'slot:right'],
          ],
        ],
      },
    },
    teaser: {
      label: 'Teaser',
      plural: 'Teasers',
      fields: { what: { kind: 'entry', label: 'What', rules: { types: ['species', 'walk'] } } },
      face: { further: ['what'] },
    },
    contact: {
      label: 'Contact form',
      plural: 'Contact forms',
      behaves: 'contact',
      fields: {
        heading: { label: 'Heading', localised: true },
        to: { label: 'Sent to', required: true, rules: { format: 'email' } },
      },
      face: { heading: ['heading'], link: ['to'] },
    },
    walks: { label: 'List of walks', plural: 'Lists of walks', behaves: 'listing', fields: {}, face: {} },
  },
  pageTypes: {
    home: {
      label: 'Home',
      plural: 'Homes',
      mostInSite: 1,
      inNavigation: 'no',
      fields: { title: { label: 'Title', required: true } },
      slots: {
        main: {
          label: 'Main',
          allows: ['text', 'columns', 'teaser', 'walks', 'contact'],
          min: 1,
          max: 5,
          preset: [{ type: 'text', values: { heading: 'Welcome', body: 'Open every day.' }, held: 'place' }],
        },
        foot: { label: 'Foot', allows: ['text', 'walks'], handedDown: true },
      },
      face: { heading: ['title'] },
      layouts: {
        wide: {
          label: 'Wide',
          rows: [
            [
              [8, 'heading', 'slot:main'],
              [4, 'slot:foot'],
            ],
          ],
        },
      },
    },
    plain: {
      label: 'Plain page',
      plural: 'Plain pages',
      inNavigation: 'editor',
      fields: { title: { label: 'Title', required: true } },
      slots: {
        main: { label: 'Main', allows: ['text', 'teaser'] },
        foot: { label: 'Foot', allows: ['text'], handedDown: true },
      },
      face: { heading: ['title'] },
    },
  },
  placements: { top: [{ child: 'home', mostUnderOne: 1 }], home: ['plain'], plain: ['plain'] },
};

export const wideDocument = (): ModelDocument => documentFrom(wideModel);
export const wideCompiled = (): CompiledModel => new CompiledModel(wideDocument(), 1);
