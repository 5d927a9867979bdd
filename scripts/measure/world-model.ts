import type { JsonObject } from '../../src/core/json';

const choices = (count: number, key: string, label: string): JsonObject =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`${key}${i}`, `${label} ${i}`]));

const title = { label: 'Title', required: true, localised: true };

/** A page type among the many that an installation has: six fields, two slots. */
const furtherPageType = (n: number): JsonObject => ({
  label: `Page of sort ${n}`,
  plural: `Pages of sort ${n}`,
  fields: {
    title,
    summary: { kind: 'paragraphs', label: 'Summary', localised: true },
    level: { kind: 'choice', label: 'Level', rules: { choices: choices(4, 'l', 'Level') } },
    day: { kind: 'date', label: 'Day' },
    count: { kind: 'number', label: 'Count' },
    picture: { kind: 'media', label: 'Picture', rules: { accept: ['picture'] } },
  },
  slots: {
    main: { label: 'Main', allows: ['text', 'listing'] },
    foot: { label: 'Foot', allows: ['text'], handedDown: true, max: 3 },
  },
  face: { heading: ['title'], summary: ['summary'], picture: ['picture'] },
});

const FURTHER = 75;
const furtherTypes = Array.from({ length: FURTHER }, (_, n) => `sort${n}`);
/** The types of pages that may stand under any other, by their keys, in the order in which the tree uses them in turn. */
export const wordsTypes = ['section', ...furtherTypes.slice(0, 49)];

/** Four content types that link to one another, two schemes, 80 page types, three languages; written by keys. */
export const worldModel: JsonObject = {
  locales: { main: 'en', others: ['fr', 'de'] },
  schemes: {
    region: { label: 'Region', plural: 'Regions', sort: 'categories', fields: {} },
    theme: { label: 'Theme', plural: 'Themes', sort: 'tags', fields: {} },
  },
  fieldSets: { dated: { label: 'Dated', fields: { seen: { kind: 'date', label: 'Seen' } } } },
  contentTypes: {
    finding: {
      label: 'Finding',
      plural: 'Findings',
      title: 'name',
      columns: ['name', 'kind', 'size', 'seen'],
      fields: {
        name: { label: 'Name', required: true, localised: true },
        kind: { kind: 'choice', label: 'Kind', rules: { choices: choices(12, 'k', 'Kind') } },
        places: {
          kind: 'choice',
          label: 'Places',
          rules: { multiple: true, choices: choices(30, 'p', 'Place') },
        },
        size: { kind: 'number', label: 'Size' },
        weight: { kind: 'number', label: 'Weight', rules: { decimals: 2 } },
        dated: { include: 'dated' },
        rare: { kind: 'yesNo', label: 'Rare' },
        by: { label: 'By' },
        level: {
          kind: 'choice',
          label: 'Level',
          rules: { choices: { low: 'Low', middle: 'Middle', high: 'High' } },
        },
        regions: { kind: 'category', label: 'Regions', rules: { scheme: 'region', multiple: true } },
        finder: { kind: 'entry', label: 'Finder', rules: { types: ['finder'] } },
        station: { kind: 'entry', label: 'Station', rules: { types: ['station'] } },
        picture: { kind: 'media', label: 'Picture', rules: { accept: ['picture'] } },
        summary: { kind: 'paragraphs', label: 'Summary', localised: true },
        body: { kind: 'paragraphs', label: 'Body' },
        remark: { label: 'Remark' },
      },
      face: {
        heading: ['name'],
        kicker: ['kind'],
        summary: ['summary'],
        picture: ['picture'],
        facts: ['finder'],
      },
    },
    report: {
      label: 'Report',
      plural: 'Reports',
      title: 'title',
      columns: ['title', 'written'],
      fields: {
        title: { label: 'Title', required: true },
        written: { kind: 'date', label: 'Written' },
        themes: { kind: 'category', label: 'Themes', rules: { scheme: 'theme', multiple: true } },
        about: { kind: 'entry', label: 'About', rules: { types: ['finding'], multiple: true } },
        author: { kind: 'entry', label: 'Author', rules: { types: ['finder'] } },
        summary: { kind: 'paragraphs', label: 'Summary' },
        dated: { include: 'dated' },
      },
      face: { heading: ['title'], date: ['written'], summary: ['summary'] },
    },
    finder: {
      label: 'Finder',
      plural: 'Finders',
      title: 'name',
      columns: ['name'],
      fields: {
        name: { label: 'Name', required: true },
        home: { kind: 'entry', label: 'Home', rules: { types: ['station'] } },
        since: { kind: 'number', label: 'Since' },
      },
      face: { heading: ['name'] },
    },
    station: {
      label: 'Station',
      plural: 'Stations',
      title: 'name',
      columns: ['name'],
      fields: {
        name: { label: 'Name', required: true },
        region: { kind: 'category', label: 'Region', rules: { scheme: 'region' } },
        height: { kind: 'number', label: 'Height' },
      },
      face: { heading: ['name'] },
    },
    // Nothing is filled into these two: a form of theirs is measured.
    ledger: {
      label: 'Ledger',
      plural: 'Ledgers',
      title: 'name',
      columns: ['name'],
      fields: {
        name: { label: 'Name', required: true },
        ...Object.fromEntries(Array.from({ length: 149 }, (_, i) => [`line${i}`, { label: `Line ${i}` }])),
      },
      face: { heading: ['name'] },
    },
    roll: {
      label: 'Roll',
      plural: 'Rolls',
      title: 'name',
      columns: ['name'],
      fields: {
        name: { label: 'Name', required: true },
        rows: {
          kind: 'list',
          label: 'Rows',
          rules: {},
          fields: { what: { label: 'What' }, much: { kind: 'number', label: 'How much' } },
        },
      },
      face: { heading: ['name'] },
    },
  },
  blockTypes: {
    text: {
      label: 'Text',
      plural: 'Texts',
      title: 'heading',
      fields: {
        heading: { label: 'Heading', localised: true },
        body: { kind: 'paragraphs', label: 'Text', localised: true },
      },
      face: { heading: ['heading'], text: ['body'] },
    },
    listing: { label: 'Listing', plural: 'Listings', behaves: 'listing', fields: {} },
  },
  pageTypes: {
    home: {
      label: 'Home',
      plural: 'Homes',
      fields: { title },
      slots: { main: { label: 'Main', allows: ['text', 'listing'] } },
      face: { heading: ['title'] },
    },
    section: { ...furtherPageType(0), label: 'Section', plural: 'Sections', inNavigation: 'yes' },
    index: {
      label: 'Index',
      plural: 'Indexes',
      source: 'listing',
      fields: { title },
      face: { heading: ['title'] },
    },
    findingPage: {
      label: 'Finding page',
      plural: 'Finding pages',
      source: { entry: 'finding' },
      fields: { title },
      face: { heading: ['title'] },
    },
    regionPage: {
      label: 'Region page',
      plural: 'Region pages',
      source: { category: 'region' },
      fields: { title },
      face: { heading: ['title'] },
    },
    ...Object.fromEntries(furtherTypes.map((key, n) => [key, furtherPageType(n + 1)])),
  },
  placements: {
    top: ['home'],
    home: ['section', 'index', 'regionPage'],
    index: ['findingPage'],
    ...Object.fromEntries(['section', ...furtherTypes].map((key) => [key, wordsTypes])),
  },
};
