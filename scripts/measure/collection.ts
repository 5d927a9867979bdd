import { closeInstallation, type Installation, openInstallation } from '../../src/services/runtime';
import { beginWith } from '../../src/services/model';
import { importCategories } from '../../src/services/categories';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseValues } from '../../src/core/content/values';
import { modelFromKeys } from '../../src/core/formats/model-by-keys';
import { parseModelDocument } from '../../src/core/formats/model-schema';
import type { JsonObject } from '../../src/core/json';
import { bringInBulk } from '../../src/services/entries';
import { addPerson, type Person } from '../../src/services/people';

const model: JsonObject = {
  schemes: { region: { label: 'Region', plural: 'Regions', sort: 'categories', fields: {} } },
  contentTypes: {
    finding: {
      label: 'Finding',
      plural: 'Findings',
      title: 'name',
      columns: ['name', 'kind'],
      fields: {
        name: { label: 'Name', required: true },
        kind: {
          kind: 'choice',
          label: 'Kind',
          rules: {
            choices: Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`k${i}`, `Kind ${i}`])),
          },
        },
        places: {
          kind: 'choice',
          label: 'Places',
          rules: {
            multiple: true,
            choices: Object.fromEntries(Array.from({ length: 30 }, (_, i) => [`p${i}`, `Place ${i}`])),
          },
        },
        size: { kind: 'number', label: 'Size' },
        weight: { kind: 'number', label: 'Weight', rules: { decimals: 2 } },
        seen: { kind: 'date', label: 'Seen' },
        rare: { kind: 'yesNo', label: 'Rare' },
        by: { label: 'By' },
        level: {
          kind: 'choice',
          label: 'Level',
          rules: { choices: { low: 'Low', middle: 'Middle', high: 'High' } },
        },
        regions: { kind: 'category', label: 'Regions', rules: { scheme: 'region', multiple: true } },
        finder: { kind: 'entry', label: 'Finder', rules: { types: ['finder'] } },
        summary: { kind: 'paragraphs', label: 'Summary' },
        body: { kind: 'paragraphs', label: 'Body' },
      },
      face: { heading: ['name'], kicker: ['kind'], summary: ['summary'] },
    },
    finder: {
      label: 'Finder',
      plural: 'Finders',
      title: 'name',
      columns: ['name'],
      fields: { name: { label: 'Name', required: true } },
      face: { heading: ['name'] },
    },
  },
  pageTypes: {
    home: {
      label: 'Home',
      plural: 'Homes',
      source: 'listing',
      fields: { title: { label: 'Title', required: true } },
      face: { heading: ['title'] },
    },
  },
  placements: { top: ['home'] },
};

/** How many others the entries lead to. */
const FINDERS = 2000;

/** A tree of some 5,000 regions, as an indented list: fifty, with ten in each, with nine in each of those. */
const regions = Array.from({ length: 50 }, (_, a) => [
  `Region ${a}`,
  ...Array.from({ length: 10 }, (_1, b) => [
    `  Part ${a} ${b}`,
    ...Array.from({ length: 9 }, (_2, c) => `    Corner ${a} ${b} ${c}`),
  ]).flat(),
])
  .flat()
  .join('\n');

/** Numbers that look like chance but are the same in every run. */
function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return state / 4_294_967_296;
  };
}

const syllables = [
  'am',
  'ber',
  'car',
  'dun',
  'el',
  'fen',
  'gil',
  'hol',
  'ir',
  'jun',
  'kel',
  'lar',
  'mor',
  'nar',
  'oak',
  'pell',
  'quil',
  'ros',
  'sal',
  'tern',
];

function finding(random: () => number, finders: readonly string[], corners: readonly string[]): JsonObject {
  const pick = (most: number) => Math.floor(random() * most);
  const word = () => `${syllables[pick(20)] ?? ''}${syllables[pick(20)] ?? ''}`;
  const some = random();
  return {
    name: `${word()} ${word()}`,
    kind: `k${pick(12)}`,
    places: [...new Set([`p${pick(30)}`, `p${pick(30)}`])],
    size: pick(400),
    weight: pick(9000) / 100,
    seen: `20${10 + pick(16)}-0${1 + pick(9)}-1${pick(10)}`,
    rare: random() < 0.2,
    by: word(),
    regions: [...new Set([corners[pick(corners.length)] ?? '', corners[pick(corners.length)] ?? ''])],
    finder: finders[pick(finders.length)] ?? null,
    level: ['low', 'middle', 'high'][pick(3)] ?? 'low',
    ...(some < 0.9 ? { summary: `${word()} ${word()} ${word()} ${word()}.` } : {}),
    ...(some < 0.6 ? { body: `${word()} `.repeat(40) } : {}),
  };
}

export interface Collection {
  installation: Installation;
  person: Person;
  folder: string;
  grow(to: number): Promise<void>;
  close(): Promise<void>;
}

/** An installation of its own with generated entries: nine of ten of them seen by visitors. */
export async function collection(): Promise<Collection> {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-bench-'));
  const installation = await openInstallation(folder);
  const { document, faults } = parseModelDocument(modelFromKeys(model));
  if (!document) throw new Error(JSON.stringify(faults));
  await beginWith(installation, document);
  const person: Person = {
    ...(await addPerson(installation, {
      name: 'Bench',
      email: 'bench@quillwater.example',
      password: 'quillwater bench',
      role: 'architect',
    })),
    session: '',
    endsAt: 0,
  };
  const type = installation.model.contentTypeByKey('finding');
  if (!type) throw new Error('no type');
  const random = chance(7);
  const of = installation.model.contentTypeByKey('finder');
  if (!of) throw new Error('no type');
  const scheme = installation.model.schemeByKey('region')?.id ?? '';
  await importCategories(installation, person, scheme, { format: 'indented', text: regions });
  const corners = installation.categories
    .inOrder(scheme)
    .filter(({ depth }) => depth === 2)
    .map(({ category }) => category.id);
  const begun = installation.now() - 1_000_000_000;
  const finders = await bringInBulk(
    installation,
    null,
    of,
    Array.from({ length: FINDERS }, (_, i) => ({
      values: parseValues(
        of.fields,
        { name: `${syllables[i % 20] ?? ''}${syllables[Math.floor(i / 20) % 20] ?? ''} ${i}` },
        {},
        '',
      ).values,
      at: begun,
      by: null,
      stage: 'draft' as const,
      shown: { starts: begun },
    })),
  );
  let size = 0;
  return {
    installation,
    person,
    folder,
    async grow(to) {
      const now = installation.now();
      while (size < to) {
        const some = Math.min(5000, to - size);
        const entries = Array.from({ length: some }, (_, i) => ({
          values: parseValues(type.fields, finding(random, finders, corners), {}, '').values,
          at: now - (size + i) * 1000,
          by: null,
          stage: 'draft' as const,
          ...((size + i) % 10 === 0 ? {} : { shown: { starts: now - (size + i) * 1000 - 1000 } }),
        }));
        await bringInBulk(installation, null, type, entries);
        size += some;
      }
    },
    async close() {
      await closeInstallation(installation);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
