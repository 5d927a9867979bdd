import { raw, sql } from '../../store/sql';
import fc from 'fast-check';
import type { JsonObject } from '../../core/json';
import { removeFields, setsOf } from '../../core/model/change/edit';
import type { ContentType, Field, ModelDocument } from '../../core/model/document';
import { plainFields } from '../../core/model/kinds';
import { possibleSources } from '../../core/mapping/rule/sources';
import type { Categories } from '../../core/content/categories';
import { allCategories } from '../../store/categories';
import { derivedFacts } from '../../store/derived';
import { recordsAfter } from '../../store/records';
import { smallInstallation, NOON, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { acts } from '../acts/list';
import { undoAct } from '../acts/undo';
import { bin, emptyBin, restoreFromBin } from '../bin';
import { addCategory, categoriesOf, changeCategory, moveCategory } from '../categories/edit';
import { mergeCategory, removeCategory } from '../categories/merge';
import { importEntries } from '../entries/import';
import { entries } from '../entries/table';
import {
  addEntry,
  binEntry,
  changeEntry,
  entry,
  publishEntry,
  restoreEntry,
  submitEntry,
  withdrawEntry,
} from '../entries/write';
import { listings } from '../listings/listings';
import { addListing, binListing, publishListing } from '../listings/write';
import { mediaList } from '../media/library';
import { addMedia, binMedium, changeMedium } from '../media/uploads';
import { applyWorking, beginWith } from '../model/put-in-force';
import { keepWorking, working } from '../model/working-copy';
import { siteTree } from '../pages/tree';
import { addPage, binPage, changePage, movePage, publishPage, withdrawPage } from '../pages/write';
import { indexTableIn } from '../runtime/installation';
import { addSharedBlock } from '../shared';
import { Refusal } from '../runtime/refusal';
import { checkDerived } from './check';
import { rebuildDerived } from './rebuild';

/** Everything derived, as lines in one order. */
async function derived({ installation }: SmallInstallation): Promise<string[]> {
  const records = await recordsAfter(installation.content, 0, 10_000);
  const tables = possibleSources(installation.model).map((type) => indexTableIn(installation, type));
  const ids = records.map(({ id }) => id);
  const facts = await derivedFacts(installation.content, tables, ids, installation.now());
  return [...facts.map((fact) => JSON.stringify(fact)), ...(await wordsLying(installation))].sort();
}

/** Every word of both searches, with the row in which it lies; of versions that are over none. */
async function wordsLying({ content, now }: SmallInstallation['installation']): Promise<string[]> {
  const lying = async (table: string): Promise<{ doc: number; term: string }[]> =>
    content.write(async (tx) => {
      await tx.run(raw(`CREATE VIRTUAL TABLE temp.lying USING fts5vocab (main, ${table}, instance)`));
      const rows = await tx.all<{ doc: number; term: string }>(sql`SELECT doc, term FROM lying`);
      await tx.run(raw('DROP TABLE temp.lying'));
      return rows;
    });
  const over = await content.all<{ id: number }>(sql`SELECT id FROM live WHERE ends <= ${now()}`);
  const seen = (await lying('live_words')).filter(
    ({ doc }) => !over.some(({ id }) => id === Math.floor(doc / 64)),
  );
  const told = (table: string, rows: { doc: number; term: string }[]) =>
    rows.map(({ doc, term }) => `${table} ${doc} ${term}`);
  return [...told('record_words', await lying('record_words')), ...told('live_words', seen)];
}

/** One step: which sort of write, and numbers that choose what it is done to and with. */
interface Step {
  does: keyof typeof steps;
  a: number;
  b: number;
}

const names = ['Bell heron', 'Oak owl', 'Mere moth'];
const at = <T>(list: readonly T[], n: number): T | undefined => list[n % Math.max(1, list.length)];

/** Takes hold of something that is there; without it the step does nothing. */
const holding = async <T>(found: T | undefined, work: (found: T) => Promise<unknown>): Promise<void> => {
  if (found !== undefined) await work(found);
};

const anEntry = async ({ installation }: SmallInstallation, n: number, binned = false) => {
  const of = async (type: string) =>
    (await entries(installation, { type, limit: 500, ...(binned ? { state: 'binned' as const } : {}) }))
      .items;
  return at([...(await of('species')), ...(await of('walk'))], n);
};
const aPage = async ({ installation }: SmallInstallation, n: number) =>
  at((await siteTree(installation)).pages, n);
const aCategory = ({ installation }: SmallInstallation, n: number) =>
  at(categoriesOf(installation, installation.model.schemeByKey('habitat')?.id ?? '').items, n);

function valuesOf(small: SmallInstallation, { a, b }: Step): JsonObject {
  const branch = aCategory(small, a)?.id ?? null;
  const habitats = [aCategory(small, b)?.id ?? ''].filter(Boolean);
  return at<JsonObject>(
    [
      { name: at(names, b) ?? '' },
      { branch, habitats },
      { rarity: 'rare', secret: null },
      { rarity: null, habitats: null },
    ],
    a,
  ) as JsonObject;
}

/** Puts the model in force with one thing changed in its text. */
async function change(small: SmallInstallation, edit: (document: string) => string): Promise<void> {
  const { installation, people } = small;
  const document = JSON.parse(edit(JSON.stringify(installation.model.document))) as JsonObject;
  const { number } = await working(installation);
  await keepWorking(installation, people.architect, number, document);
  await applyWorking(installation, people.architect, number + 1);
}

/** Changes one of the fields of species. What a listing or a condition reads is not let go: then the next is tried. */
async function changeSomeField(
  small: SmallInstallation,
  a: number,
  edit: (shape: ContentType, field: Field, sets: ReturnType<typeof setsOf>) => ContentType,
): Promise<void> {
  const [type] = small.installation.model.document.contentTypes;
  const fields = plainFields(type?.fields ?? []).filter(({ id }) => id !== type?.title);
  for (const field of [...fields.slice(a), ...fields.slice(0, a)])
    try {
      return await change(small, (text) => {
        const document = JSON.parse(text) as ModelDocument;
        const contentTypes = document.contentTypes.map((each) =>
          each.id === type?.id ? edit(each, field, setsOf(document)) : each,
        );
        return JSON.stringify({ ...document, contentTypes });
      });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
    }
  throw new Refusal(422, 'No field is let go.');
}

const steps = {
  make: (small: SmallInstallation, step: Step) =>
    addEntry(small.installation, small.people.editor, {
      type: 'species',
      values: { name: at(names, step.b) ?? '', ...valuesOf(small, step) },
    }),
  import: (small: SmallInstallation, { b }: Step) =>
    importEntries(
      small.installation,
      small.people.editor,
      small.installation.model.contentTypeByKey('species')?.id ?? '',
      { rows: [{ name: at(names, b) ?? '' }, { name: at(names, b) ?? '' }] },
    ),
  change: async (small: SmallInstallation, step: Step) =>
    holding(await anEntry(small, step.a), ({ id, revision }) =>
      changeEntry(small.installation, small.people.editor, id, revision, { values: valuesOf(small, step) }),
    ),
  publish: async (small: SmallInstallation, { a, b }: Step) =>
    holding(await anEntry(small, a), ({ id, revision }) => {
      const from = b % 2 === 0 ? {} : { from: new Date(small.installation.now() + 7_200_000).toISOString() };
      return publishEntry(small.installation, small.people.reviewer, id, revision, from);
    }),
  withdraw: async (small: SmallInstallation, { a }: Step) =>
    holding(await anEntry(small, a), ({ id, revision }) =>
      withdrawEntry(small.installation, small.people.reviewer, id, revision),
    ),
  submit: async (small: SmallInstallation, { a }: Step) =>
    holding(await anEntry(small, a), ({ id, revision }) =>
      submitEntry(small.installation, small.people.editor, id, revision),
    ),
  bin: async (small: SmallInstallation, { a }: Step) =>
    holding(await anEntry(small, a), ({ id, revision }) =>
      binEntry(small.installation, small.people.architect, id, revision),
    ),
  restore: async (small: SmallInstallation, { a }: Step) =>
    holding(await anEntry(small, a, true), ({ id, revision }) =>
      restoreEntry(small.installation, small.people.architect, id, revision),
    ),
  makeCategory: (small: SmallInstallation, { a, b }: Step) =>
    addCategory(
      small.installation,
      small.people.architect,
      small.installation.model.schemeByKey('habitat')?.id ?? '',
      { label: `Place ${b}`, parent: a % 2 === 0 ? null : (aCategory(small, a)?.id ?? null) },
    ),
  renameCategory: (small: SmallInstallation, { a, b }: Step) =>
    holding(aCategory(small, a), ({ id, revision }) =>
      changeCategory(small.installation, small.people.architect, id, revision, { label: `Named ${b}` }),
    ),
  moveCategory: (small: SmallInstallation, { a, b }: Step) =>
    holding(aCategory(small, a), ({ id, revision }) =>
      moveCategory(small.installation, small.people.architect, id, revision, {
        parent: b % 3 === 0 ? null : (aCategory(small, b)?.id ?? null),
      }),
    ),
  mergeCategory: (small: SmallInstallation, { a, b }: Step) =>
    holding(aCategory(small, a), ({ id, revision }) =>
      mergeCategory(
        small.installation,
        small.people.architect,
        id,
        revision,
        aCategory(small, a + 1 + b)?.id ?? id,
      ),
    ),
  removeCategory: (small: SmallInstallation, { a }: Step) =>
    holding(aCategory(small, a), ({ id, revision }) =>
      removeCategory(small.installation, small.people.architect, id, revision, undefined),
    ),
  makePage: async (small: SmallInstallation, { a, b }: Step) =>
    addPage(small.installation, small.people.editor, {
      type: at(['home', 'plain'], b) ?? 'plain',
      parent: b % 2 === 0 ? null : ((await aPage(small, a))?.id ?? null),
      values: { title: `Page ${b}` },
    }),
  changePage: async (small: SmallInstallation, { a, b }: Step) =>
    holding(await aPage(small, a), ({ id, revision }) =>
      changePage(small.installation, small.people.editor, id, revision, {
        values: { title: b % 3 ? `Named ${b}` : null },
      }),
    ),
  publishPage: async (small: SmallInstallation, { a, b }: Step) =>
    holding(await aPage(small, a), ({ id, revision }) => {
      const from = b % 2 === 0 ? {} : { from: new Date(small.installation.now() + 7_200_000).toISOString() };
      return publishPage(small.installation, small.people.editor, id, revision, from);
    }),
  withdrawPage: async (small: SmallInstallation, { a }: Step) =>
    holding(await aPage(small, a), ({ id, revision }) =>
      withdrawPage(small.installation, small.people.editor, id, revision),
    ),
  movePage: async (small: SmallInstallation, { a, b }: Step) =>
    holding(await aPage(small, a), async ({ id, revision }) =>
      movePage(small.installation, small.people.editor, id, revision, {
        parent: (await aPage(small, b))?.id ?? null,
      }),
    ),
  binPage: async (small: SmallInstallation, { a }: Step) =>
    holding(await aPage(small, a), ({ id, revision }) =>
      binPage(small.installation, small.people.editor, id, revision),
    ),
  binBranch: async (small: SmallInstallation, { a }: Step) =>
    holding(await aPage(small, a), ({ id, revision }) =>
      binPage(small.installation, small.people.editor, id, revision, { branch: 'yes' }),
    ),
  binMedium: async (small: SmallInstallation, { a }: Step) =>
    holding(at((await mediaList(small.installation, {})).items, a), ({ id, revision }) =>
      binMedium(small.installation, small.people.editor, id, revision),
    ),
  restoreAny: async (small: SmallInstallation, { a }: Step) =>
    holding(at((await bin(small.installation, {})).items, a), ({ id }) =>
      restoreFromBin(small.installation, small.people.architect, id),
    ),
  forget: async (small: SmallInstallation, { a }: Step) =>
    holding(at((await bin(small.installation, {})).items, a), ({ id }) =>
      emptyBin(small.installation, small.people.architect, { ids: [id] }),
    ),
  makeListing: (small: SmallInstallation, { b }: Step) =>
    addListing(small.installation, small.people.architect, {
      label: `List ${b}`,
      rule: { from: ['species'] },
    }),
  publishListing: async (small: SmallInstallation, { a }: Step) =>
    holding(at((await listings(small.installation)).items, a), ({ id, revision }) =>
      publishListing(small.installation, small.people.architect, id, revision, {}),
    ),
  binListing: async (small: SmallInstallation, { a }: Step) =>
    holding(at((await listings(small.installation)).items, a), ({ id, revision }) =>
      binListing(small.installation, small.people.architect, id, revision),
    ),
  makeMedium: (small: SmallInstallation, { b }: Step) =>
    addMedia(
      small.installation,
      small.people.editor,
      { name: `Paper ${b}.pdf` },
      Buffer.from(`%PDF-1.4\n${b}\n%%EOF\n`),
    ),
  changeMedium: async (small: SmallInstallation, { a, b }: Step) =>
    holding(at((await mediaList(small.installation, {})).items, a), ({ id, revision }) =>
      changeMedium(small.installation, small.people.editor, id, revision, { values: { name: `Named ${b}` } }),
    ),
  makeShared: (small: SmallInstallation, { a, b }: Step) =>
    addSharedBlock(small.installation, small.people.architect, {
      name: `Kept ${b}`,
      blocks: [
        { type: 'text', values: { heading: at(names, b) ?? '', ...(a % 2 ? { body: 'Open daily' } : {}) } },
      ],
      ...(a % 3 ? {} : { published: true }),
    }),
  changeBlock: (small: SmallInstallation, { a }: Step) =>
    change(small, (text) => {
      const document = JSON.parse(text) as ModelDocument;
      const blockTypes = document.blockTypes.map((type) => ({
        ...type,
        fields: type.fields.map((field) => {
          if (type.key !== 'text' || !('key' in field) || field.key !== 'body') return field;
          if (a % 2) return { ...field, required: !field.required };
          return { ...field, kind: field.kind === 'line' ? 'paragraphs' : 'line', rules: {} } as Field;
        }),
      }));
      return JSON.stringify({ ...document, blockTypes });
    }),
  renameField: (small: SmallInstallation, { b }: Step) =>
    change(small, (text) => text.replace(/"label":"Rarity[^"]*"/, `"label":"Rarity ${b}"`)),
  require: (small: SmallInstallation) =>
    change(small, (text) =>
      text.replace(
        /("key":"branch",[^{}]*?)("required":true,)?("label")/,
        (_, head: string, has: string | undefined, rest: string) =>
          `${head}${has ? '' : '"required":true,'}${rest}`,
      ),
    ),
  differ: (small: SmallInstallation) =>
    change(small, (text) =>
      text.includes('"unique":true')
        ? text.replace('"unique":true', '"unique":false')
        : text.replace('"unique":false', '"unique":true'),
    ),
  takeFieldAway: (small: SmallInstallation, { a }: Step) =>
    changeSomeField(small, a, (shape, field, sets) => removeFields(shape, [field.id], sets)),
  changeKind: (small: SmallInstallation, { a }: Step) =>
    changeSomeField(small, a, (shape, field) => {
      const { default: _gone, showWhen: _when, ...rest } = field;
      const other = { ...rest, kind: field.kind === 'line' ? 'number' : 'line', rules: {} } as Field;
      return { ...shape, fields: shape.fields.map((each) => (each.id === field.id ? other : each)) };
    }),
  takeBack: async (small: SmallInstallation, { a }: Step) =>
    holding(
      at(
        (await acts(small.installation, {})).items.filter(({ canUndo }) => canUndo),
        a,
      ),
      ({ id }) => undoAct(small.installation, small.people.architect, id),
    ),
  wait: async (small: SmallInstallation, { b }: Step) =>
    small.at(small.installation.now() + (b % 3) * 3_600_000 + 1),
};

/** The faults that tables tell are those that each entry has: the maker is not only held against itself. */
async function expectFaultsTold({ installation }: SmallInstallation): Promise<void> {
  for (const type of ['species', 'walk'])
    for (const { id, title, faults } of (await entries(installation, { type, limit: 500 })).items)
      expect([title, faults]).toEqual([title, (await entry(installation, id)).faults.length]);
}

const kinds = Object.keys(steps) as (keyof typeof steps)[];
const step = (does: keyof typeof steps): fc.Arbitrary<Step> =>
  fc.record({ does: fc.constant(does), a: fc.nat(11), b: fc.nat(11) });
/** Every kind of write once, in any order, and then any again. */
const anySteps = fc
  .tuple(
    fc.shuffledSubarray(kinds, { minLength: kinds.length }),
    fc.array(fc.constantFrom(...kinds), { maxLength: 25 }),
  )
  .chain((chosen) => fc.tuple(...chosen.flat().map(step)));

test('after writes of every kind, in any order, what is derived is as if it were made from nothing', async () => {
  const done = new Map<string, number>();
  const never = () => Object.keys(steps).filter((step) => !done.has(step));
  const whatever = fc.asyncProperty(anySteps, async (sequence) => {
    const small = await smallInstallation();
    try {
      await beginWith(small.installation, wideDocument());
      // Several categories at the top, so that there are always some to be merged and moved.
      const first: Step[] = [
        ...[0, 1, 2, 3].map((b): Step => ({ does: 'makeCategory', a: 0, b })),
        ...(['make', 'make', 'makePage', 'makeListing', 'makeMedium', 'makeShared'] as const).map(
          (does, i): Step => ({
            does,
            a: i + 1,
            b: i + 1,
          }),
        ),
      ];
      for (const step of [...first, ...sequence]) {
        try {
          await steps[step.does](small, step);
          done.set(step.does, (done.get(step.does) ?? 0) + 1);
        } catch (error) {
          // What the rules refuse changes nothing, which is held below as well.
          if (!(error instanceof Refusal)) throw error;
        }
        small.at(small.installation.now() + 1000);
      }
      const { faults, miscounted } = await checkDerived(small.installation, false);
      expect([faults, miscounted]).toEqual([[], 0]);
      // What is at hand of categories is what is kept of them.
      const byId = (all: Categories) => [...all.all].sort((a, b) => (a.id < b.id ? -1 : 1));
      expect(byId(small.installation.categories)).toEqual(
        byId(await allCategories(small.installation.content)),
      );
      await expectFaultsTold(small);
      const before = await derived(small);
      await rebuildDerived(small.installation);
      expect(await derived(small)).toEqual(before);
      expect((await checkDerived(small.installation, false)).miscounted).toBe(0);
    } finally {
      await small.close();
    }
  });
  await fc.assert(whatever, { numRuns: Number(process.env.RUNS ?? 8), endOnFailure: true });
  // By chance the rules may have refused one kind of write every time: then a few more are tried.
  for (let more = 0; more < 4 && never().length > 0; more += 1)
    await fc.assert(whatever, { numRuns: 4, endOnFailure: true });
  // A step that never gets through would hold nothing.
  expect(never()).toEqual([]);
});

test('what is out of step is told by its record, and mended', async () => {
  const small = await smallInstallation();
  try {
    const { installation, people } = small;
    small.at(NOON);
    const { id } = await addEntry(installation, people.editor, {
      type: 'species',
      values: { name: 'Bell heron' },
    });
    await installation.content.write(async (tx) => {
      await tx.run(sql`UPDATE working SET title = 'Bell', faults = 3`);
      await tx.run(sql`DELETE FROM record_search`);
    });
    const told = [{ id, title: 'Bell', tables: ['record_search', 'working'] }];
    expect((await checkDerived(installation, false)).faults).toEqual([{ ...told[0], title: 'Bell heron' }]);
    expect((await checkDerived(installation, true)).faults).toHaveLength(1);
    expect(await checkDerived(installation, false)).toEqual({
      records: 1,
      faults: [],
      strays: 0,
      miscounted: 0,
    });
  } finally {
    await small.close();
  }
});
