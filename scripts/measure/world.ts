// Fills an installation of the size that an organisation has after some years, and keeps it for the next run.
import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { FOREVER } from '../../src/core/content/states';
import { parseValues } from '../../src/core/content/values';
import { modelFromKeys } from '../../src/core/formats/model-by-keys';
import { parseModelDocument } from '../../src/core/formats/model-schema';
import { newId, type Id } from '../../src/core/ids';
import type { JsonObject } from '../../src/core/json';
import { mediumFields, valuesOfFile } from '../../src/core/model/media-type';
import { importCategories } from '../../src/services/categories';
import { bringInBulk } from '../../src/services/entries';
import { addListing, publishListing } from '../../src/services/listings';
import { beginWith } from '../../src/services/model';
import { addPerson, type Person } from '../../src/services/people';
import { inAct } from '../../src/services/records/act';
import { addRecords } from '../../src/services/records/working';
import { placePages } from '../../src/services/pages/placing';
import { closeInstallation, type Installation, openInstallation } from '../../src/services/runtime';
import { putFile } from '../../src/store/media';
import { putLive } from '../../src/store/records';
import { Chance } from './chance';
import { wordsTypes, worldModel } from './world-model';

const DAY = 24 * 60 * 60_000;
const LISTINGS = 200;
/** How many are brought in as one act. */
const BATCH = 5000;

export const architect = { email: 'architect@quillwater.example', password: 'quillwater bench' };

/** How much there is of each, by the number of entries. */
const sizes = (entries: number) => ({
  stations: Math.round(entries * 0.02),
  finders: Math.round(entries * 0.08),
  reports: Math.round(entries * 0.2),
  findings: entries - Math.round(entries * 0.3),
  pages: entries / 20,
  media: entries / 5,
  categories: entries / 20,
});

/** A tree of regions as an indented list: some at the top, with ten in each, with nine in each of those. */
const regions = (count: number): string =>
  Array.from({ length: Math.ceil(count / 101) }, (_, a) => [
    `Region ${a}`,
    ...Array.from({ length: 10 }, (_1, b) => [
      `  Part ${a} ${b}`,
      ...Array.from({ length: 9 }, (_2, c) => `    Corner ${a} ${b} ${c}`),
    ]).flat(),
  ])
    .flat()
    .join('\n');

const themes = Array.from({ length: 50 }, (_, i) => `Theme ${i}`).join('\n');

/** What fills it, one thing after the other. */
class World {
  private readonly chance = new Chance(7);
  private readonly now: number;

  constructor(
    private readonly installation: Installation,
    private readonly person: Person,
  ) {
    this.now = installation.now();
  }

  private byKey(key: string) {
    const type = this.installation.model.contentTypeByKey(key);
    if (!type) throw new Error(`There is no type ${key}.`);
    return type;
  }

  async categories(count: number): Promise<{ corners: Id[]; themes: Id[] }> {
    const { installation, person } = this;
    const scheme = (key: string) => installation.model.schemeByKey(key)?.id ?? '';
    await importCategories(installation, person, scheme('region'), {
      format: 'indented',
      text: regions(count),
    });
    await importCategories(installation, person, scheme('theme'), { format: 'indented', text: themes });
    const below = (key: string, deep: number) =>
      installation.categories
        .inOrder(scheme(key))
        .filter(({ depth }) => depth === deep)
        .map(({ category }) => category.id);
    return { corners: below('region', 2), themes: below('theme', 0) };
  }

  /** Pictures as rows: their files are not asked for. */
  async media(count: number): Promise<Id[]> {
    const { installation, person, now } = this;
    const all: Id[] = [];
    for (let from = 0; from < count; from += BATCH) {
      const ids = Array.from({ length: Math.min(BATCH, count - from) }, () => newId());
      await inAct(installation, person, async (act) => {
        const facts = {
          sort: 'picture',
          width: 1600,
          height: 1000,
          size: 240_000,
          added: '2026-01-01',
        } as const;
        const bodies = ids.map((media, i) =>
          JSON.stringify({
            values: {
              [mediumFields.name]: `Picture ${from + i}`,
              [mediumFields.alt]: this.chance.words(4),
              ...valuesOfFile({ media, file: 'measure.webp', ...facts }),
            },
          }),
        );
        const made = await addRecords(
          act,
          ids.map((uuid, i) => ({
            uuid,
            sort: 'medium',
            type: installation.model.media.id,
            body: bodies[i] ?? '',
          })),
        );
        for (const [i, { id, uuid }] of made.entries())
          await putFile(act.tx, id, {
            sort: 'picture',
            file: `picture-${from + i}.webp`,
            mime: 'image/webp',
            bytes: 240_000,
            width: 1600,
            height: 1000,
            hash: uuid,
          });
        await putLive(
          act.tx,
          made.map(({ id }, i) => ({
            record: id,
            starts: now - DAY,
            ends: FOREVER,
            title: `Picture ${from + i}`,
            body: bodies[i] ?? '',
            model: act.model,
            at: now - DAY,
            by: person.id,
          })),
        );
        await act.keep('brought in media');
      });
      all.push(...ids);
    }
    return all;
  }

  /** 200 listings in force: most of findings by a kind or a region, some of reports, some mixed. */
  async listings({ corners }: { corners: readonly Id[] }): Promise<Id[]> {
    const { installation, person, chance } = this;
    const parts = [...new Set(corners.map((id) => installation.categories.get(id)?.parent ?? id))];
    const findingBy = ['name', 'size', 'seen', 'weight'];
    const ids: Id[] = [];
    for (let i = 0; i < LISTINGS; i += 1) {
      const tests: JsonObject[] = [];
      if (i % 2 === 0) tests.push({ field: 'kind', is: 'equals', value: `k${i % 12}` });
      if (i % 3 === 0)
        tests.push({ field: 'level', is: 'equals', value: ['low', 'middle', 'high'][i % 3] ?? '' });
      if (i % 5 === 0) tests.push({ field: 'regions', is: 'under', value: [chance.of(parts)] });
      if (i % 7 === 0) tests.push({ field: 'size', is: 'moreThan', value: i });
      const rule: JsonObject =
        i % 10 === 9
          ? {
              from: ['report'],
              where: { all: [{ field: 'written', is: 'after', value: `20${10 + (i % 15)}-01-01` }] },
              order: [{ by: 'written', direction: 'down' }],
              limit: 24,
            }
          : {
              from: ['finding'],
              where: { all: tests },
              order: [{ by: i % 20 === 4 ? 'finder.name' : (findingBy[i % 4] ?? 'name'), direction: 'up' }],
              limit: i % 4 === 0 ? 'all' : 24,
              ...(i % 4 === 0 ? { perPage: 24, facets: ['kind', 'level'] } : {}),
            };
      const listing = await addListing(installation, person, { label: `Listing ${i}`, rule });
      await publishListing(installation, person, listing.id, listing.revision, {});
      ids.push(listing.id);
    }
    return ids;
  }

  /**
   * The tree: home; a page for every listing in the first branches; one branch with two fifths of all pages; the rest
   * in tens below tens, five deep. Every page has two blocks of text, every tenth one also a listing.
   */
  async pages(count: number, listings: readonly Id[]): Promise<void> {
    const { installation, person, now, chance } = this;
    const { model, site } = installation;
    const [text, listingBlock] = ['text', 'listing'].map((key) => model.blockTypeByKey(key));
    const field = (key: string) => text?.fieldByKey(key)?.id ?? '';
    const block = () => ({
      id: newId(),
      type: text?.definition.id ?? '',
      values: { [field('heading')]: chance.words(3), [field('body')]: chance.words(40) },
    });
    const add = async (
      rows: readonly {
        type: string;
        title: string;
        slug: string;
        address: string;
        parent: number | null;
        position: number;
        listing?: Id;
      }[],
    ) => {
      const made: number[] = [];
      for (let from = 0; from < rows.length; from += 500) {
        const some = rows.slice(from, from + 500);
        await inAct(installation, person, async (act) => {
          const bodies = some.map(({ type: key, title, listing }, i) => {
            const type = model.pageTypeByKey(key);
            const composed = (type?.definition.slots.length ?? 0) > 0;
            const shown = listing ?? ((from + i) % 10 === 0 ? chance.of(listings) : undefined);
            return JSON.stringify({
              values: { [type?.definition.title ?? '']: title },
              ...(composed
                ? {
                    slots: {
                      [type?.definition.slots[0]?.id ?? '']: [
                        block(),
                        block(),
                        ...(shown && listingBlock
                          ? [{ id: newId(), type: listingBlock.definition.id, values: {}, listing: shown }]
                          : []),
                      ],
                    },
                  }
                : listing
                  ? { listing }
                  : {}),
            });
          });
          const records = await addRecords(
            act,
            some.map(({ type }, i) => ({
              sort: 'page',
              type: model.pageTypeByKey(type)?.id ?? '',
              body: bodies[i] ?? '',
            })),
          );
          await placePages(
            act,
            some.map(({ parent, position, slug, address }, i) => ({
              record: records[i]?.id ?? 0,
              site: site.id,
              parent,
              position: `a${String(position).padStart(6, '0')}`,
              slug,
              address,
            })),
          );
          await putLive(
            act.tx,
            some.map(({ title }, i) => ({
              record: records[i]?.id ?? 0,
              starts: now - DAY,
              ends: FOREVER,
              title,
              body: bodies[i] ?? '',
              model: act.model,
              at: now - DAY,
              by: person.id,
            })),
          );
          await act.keep('made pages');
          made.push(...records.map(({ id }) => id));
        });
      }
      return made;
    };
    const [home = 0] = await add([
      { type: 'home', title: 'Home', slug: '', address: '/', parent: null, position: 0 },
    ]);
    await add([
      {
        type: 'regionPage',
        title: 'Regions',
        slug: 'regions',
        address: '/regions',
        parent: home,
        position: 1,
      },
    ]);
    const indexes = await add(
      listings.map((listing, i) => ({
        type: 'index',
        title: `List ${i}`,
        slug: `list-${i}`,
        address: `/list-${i}`,
        parent: home,
        position: 2 + i,
        listing,
      })),
    );
    await add([
      {
        type: 'findingPage',
        title: 'Finding',
        slug: 'finding',
        address: '/list-0/finding',
        parent: indexes[0] ?? 0,
        position: 0,
      },
    ]);
    const type = (i: number) => wordsTypes[i % wordsTypes.length] ?? '';
    let left = Math.max(20, count - listings.length - 3);
    /** Levels of pages: those on one level stand in tens below those above. */
    const grow = async (top: string, most: number, wide: number) => {
      let level = await add([
        {
          type: 'section',
          title: top,
          slug: top.toLowerCase(),
          address: `/${top.toLowerCase()}`,
          parent: home,
          position: 900 + left,
        },
      ]);
      let addresses = [`/${top.toLowerCase()}`];
      let made = 1;
      for (let depth = 2; depth <= 5 && made < most; depth += 1) {
        const rows = level
          .flatMap((parent, p) =>
            Array.from({ length: wide }, (_, i) => ({
              type: type(made + p * wide + i),
              title: `${chance.words(2)} ${made + p * wide + i}`,
              slug: `page-${i}`,
              address: `${addresses[p] ?? ''}/page-${i}`,
              parent,
              position: i,
            })),
          )
          .slice(0, most - made);
        level = await add(rows);
        addresses = rows.map(({ address }) => address);
        made += rows.length;
      }
      left -= made;
    };
    await grow('Wide', Math.min(left, Math.round(count * 0.4)), 12);
    for (let i = 0; left > 0; i += 1) await grow(`Branch${i}`, Math.min(left, 120), 4);
  }

  async entries({ key, count, make }: { key: string; count: number; make: () => JsonObject }): Promise<Id[]> {
    const { installation, now } = this;
    const type = this.byKey(key);
    const ids: Id[] = [];
    while (ids.length < count) {
      const some = Math.min(BATCH, count - ids.length);
      const read = Array.from({ length: some }, (_, i) => {
        const at = now - (ids.length + i + 1) * 60_000;
        const given = make();
        return {
          values: parseValues(type.fields, given, {}, '').values,
          ...(key === 'finding' && i % 3 === 0
            ? {
                translations: {
                  fr: { [type.fieldByKey('name')?.id ?? '']: `${String(given.name)} (fr)` },
                },
              }
            : {}),
          at,
          by: this.person.id,
          stage: 'draft' as const,
          ...(i % 10 === 0 ? {} : { shown: { starts: at } }),
        };
      });
      ids.push(...(await bringInBulk(installation, null, type, read)));
    }
    return ids;
  }

  async fill(entries: number): Promise<void> {
    const { chance } = this;
    const count = sizes(entries);
    const told = async <T>(what: string, work: Promise<T>): Promise<T> => {
      const began = performance.now();
      const done = await work;
      console.log(`  ${what}: ${((performance.now() - began) / 1000).toFixed(1)} s`);
      return done;
    };
    const tree = await told('categories', this.categories(count.categories));
    const media = await told('media', this.media(count.media));
    const listings = await told('200 listings', this.listings(tree));
    await told('pages', this.pages(count.pages, listings));
    const began = performance.now();
    const stations = await this.entries({
      key: 'station',
      count: count.stations,
      make: () => ({ name: chance.words(2), region: chance.of(tree.corners), height: chance.below(900) }),
    });
    const finders = await this.entries({
      key: 'finder',
      count: count.finders,
      make: () => ({ name: chance.words(2), home: chance.of(stations), since: 1980 + chance.below(45) }),
    });
    const several = <T>(some: readonly T[]) => [...new Set([chance.of(some), chance.of(some)])];
    const findings = await this.entries({
      key: 'finding',
      count: count.findings,
      make: () => {
        const some = chance.next();
        return {
          name: chance.words(2),
          kind: `k${chance.below(12)}`,
          places: several(Array.from({ length: 30 }, (_, i) => `p${i}`)),
          size: chance.below(400),
          weight: chance.below(9000) / 100,
          seen: `20${10 + chance.below(16)}-0${1 + chance.below(9)}-1${chance.below(10)}`,
          rare: chance.next() < 0.2,
          by: chance.word(),
          regions: several(tree.corners),
          finder: chance.of(finders),
          station: chance.of(stations),
          picture: chance.next() < 0.5 ? { media: chance.of(media) } : null,
          level: chance.of(['low', 'middle', 'high']),
          ...(some < 0.9 ? { summary: `${chance.words(4)}.` } : {}),
          ...(some < 0.6 ? { body: chance.words(40) } : {}),
        };
      },
    });
    await this.entries({
      key: 'report',
      count: count.reports,
      make: () => ({
        title: chance.words(3),
        ...(chance.below(2) === 0 ? { seen: `20${10 + chance.below(16)}-05-1${chance.below(10)}` } : {}),
        written: `20${10 + chance.below(16)}-0${1 + chance.below(9)}-1${chance.below(10)}`,
        themes: several(tree.themes),
        about: several(findings),
        author: chance.of(finders),
        summary: `${chance.words(12)}.`,
      }),
    });
    console.log(`  ${entries} entries: ${((performance.now() - began) / 1000).toFixed(1)} s`);
  }
}

/** A fingerprint of what the filled installation depends on: the schema, and how it is filled. */
function fingerprint(): string {
  const hash = createHash('sha256');
  const files = [
    ...readdirSync('src/store/migrations').map((file) => join('src/store/migrations', file)),
    ...readdirSync('src/store/index-tables').map((file) => join('src/store/index-tables', file)),
    ...['world.ts', 'world-model.ts', 'chance.ts'].map((file) => join('scripts/measure', file)),
  ];
  for (const file of files.filter((path) => !path.endsWith('.test.ts')).sort())
    hash.update(file).update(readFileSync(file));
  return hash.digest('hex').slice(0, 12);
}

const CACHE = '.cache/measure';

/** The folder of a filled installation of so many entries; filled now if none is kept. */
async function kept(entries: number): Promise<string> {
  const folder = join(CACHE, `${entries}-${fingerprint()}`);
  if (existsSync(join(folder, 'filled'))) return folder;
  mkdirSync(CACHE, { recursive: true });
  for (const old of readdirSync(CACHE))
    if (old.startsWith(`${entries}-`)) rmSync(join(CACHE, old), { recursive: true });
  console.log(`Filling an installation of ${entries.toLocaleString('en')} entries:`);
  const making = join(CACHE, `making-${entries}`);
  rmSync(making, { recursive: true, force: true });
  const installation = await openInstallation(making);
  const { document, faults } = parseModelDocument(modelFromKeys(worldModel));
  if (!document) throw new Error(JSON.stringify(faults));
  await beginWith(installation, document);
  const person = await addPerson(installation, { ...architect, name: 'Wren Hollis', role: 'architect' });
  await new World(installation, { ...person, session: '', endsAt: 0 }).fill(entries);
  await closeInstallation(installation);
  writeFileSync(join(making, 'filled'), '');
  renameSync(making, folder);
  return folder;
}

/** A filled installation of so many entries, to do with as one likes: a copy of the one that is kept. */
export async function world(entries: number): Promise<string> {
  const folder = join(CACHE, `at-work-${entries}`);
  rmSync(folder, { recursive: true, force: true });
  cpSync(await kept(entries), folder, { recursive: true });
  return folder;
}
