// Prints ratios: each line holds Clear Frame against the plainest way of doing the same, measured in turn in this run.
import { addListing, publishListing, tryListingFigures } from '../../src/services/listings';
import { changeEntry, entries, publishEntry } from '../../src/services/entries';
import 'reflect-metadata';
import { join } from 'node:path';
import { addPage, publishPage } from '../../src/services/pages';
import type { Person } from '../../src/services/people';
import { indexTableIn, type Installation, today } from '../../src/services/runtime';
import type { JsonObject } from '../../src/core/json';
import { everyEntry } from '../../src/core/mapping/rule/listing-rule';
import { parseRule, parseCondition } from '../../src/core/mapping/rule/parse';
import { mapToFace } from '../../src/core/mapping/map';
import { countFacets } from '../../src/store/queries/facet-query';
import { listLive, type Listed } from '../../src/store/queries/listing-query';
import type { QueryContext } from '../../src/store/queries/query-context';
import { neighboursIn } from '../../src/store/queries/neighbour-query';
import { countRows, pageOfRows, type TableQuestion } from '../../src/store/queries/table-query';
import { ByHand } from './by-hand';
import { collection } from './collection';
import { inTurn, median, report } from './pairs';
import { measureModel } from './model';
import { measureVisits } from './visits';

const FEW = 1_000;
const MANY = 100_000;

/** How long it takes to save an entry, and to publish it with a page that lists some like it. */
async function savings(
  installation: Installation,
  person: Person,
  times: number,
): Promise<[saving: number, publishing: number]> {
  const { items } = await entries(installation, { type: 'finding', sort: '-changed', limit: 5 });
  const { items: old } = await entries(installation, { type: 'finding', sort: 'title', limit: 5 });
  const [saved, published]: [number[], number[]] = [[], []];
  for (const [of, row] of [...items, ...old].entries()) {
    let { revision } = row;
    for (let i = 0; i < times / 10; i += 1) {
      const began = performance.now();
      ({ revision } = await changeEntry(installation, person, row.id, revision, {
        values: { size: of * 100 + i },
      }));
      const kept = performance.now();
      ({ revision } = await publishEntry(installation, person, row.id, revision, {}));
      saved.push(kept - began);
      published.push(performance.now() - kept);
    }
  }
  return [median(saved), median(published)];
}

/** Listings by a branch of a scheme of 5,000 categories, and the counts that follow each change of a condition. */
async function measureBranches(
  installation: Installation,
  asked: QueryContext,
  hand: ByHand,
  drawn: (rows: Record<string, unknown>[]) => unknown,
): Promise<void> {
  const type = installation.model.contentTypeByKey('finding');
  const regions = type?.fieldByKey('regions')?.id ?? '';
  const [region] = installation.categories.below(installation.model.schemeByKey('region')?.id ?? '', null);
  const top = installation.keyMap.find(region?.id ?? '');
  const { indexTable } = asked;
  await hand.run(`CREATE TABLE m AS SELECT m.value AS region, s.entry FROM c.many m JOIN c.${indexTable.live} s ON s.version = m.row WHERE m.side = 1 AND m.field = ${indexTable.fields.get(regions)?.n ?? 0};
    CREATE INDEX m_by ON m (region, entry); CREATE TABLE b AS SELECT ancestor, descendant FROM c.closure; CREATE INDEX b_by ON b (ancestor, descendant); CREATE INDEX v_size ON v (size, live_from, live_until, entry); ANALYZE;`);
  const within =
    'entry IN (SELECT m.entry FROM b JOIN m ON m.region = b.descendant WHERE b.ancestor = ?1) AND live_from <= ?2 AND live_until > ?2';
  const rule: Listed = {
    where: { field: regions, is: 'under', value: [region?.id ?? ''] },
    order: [{ by: type?.definition.title ?? '', direction: 'up' }],
    limit: 24,
  };
  const branch = await inTurn(
    40,
    async () =>
      drawn((await listLive(installation.content, asked, rule)).versions.map((version) => ({ ...version }))),
    async () => {
      await hand.all(`SELECT count(*) AS n FROM v WHERE ${within}`, [top, asked.now]);
      drawn(
        await hand.all(`SELECT entry, body FROM v WHERE ${within} ORDER BY name_sort, entry LIMIT 24`, [
          top,
          asked.now,
        ]),
      );
    },
  );
  report(
    'Listing: a branch of a scheme of 5,000 categories',
    branch[0] / branch[1],
    { under: 2 },
    `${branch[0].toFixed(2)} against ${branch[1].toFixed(2)}`,
  );
  const where: JsonObject = {
    all: [
      { field: 'regions', is: 'under', value: [region?.id ?? ''] },
      { field: 'size', is: 'moreThan', value: 100 },
      { not: { field: 'kind', is: 'equals', value: 'k3' } },
    ],
  };
  const [k3 = 0] = (type?.fieldByKey('kind')?.rules as { choices: { key: string; id: string }[] }).choices
    .filter(({ key }) => key === 'k3')
    .map(({ id }) => installation.keyMap.find(id));
  const counts = await inTurn(
    30,
    () => tryListingFigures(installation, { rule: { from: ['finding'], where } }),
    async () => {
      for (const further of ['', ' AND size > 100', ` AND size > 100 AND kind <> ${k3}`])
        await hand.all(`SELECT count(*) AS n FROM v WHERE ${within}${further}`, [top, asked.now]);
    },
  );
  report(
    'Conditions: three counted, dropped, sampled, and coverage',
    counts[0] / counts[1],
    { under: 6 },
    `${counts[0].toFixed(2)} against ${counts[1].toFixed(2)} for the three counts alone`,
  );
}

async function main(): Promise<void> {
  const made = await collection();
  const { installation, person } = made;
  const listing = await addListing(installation, person, {
    label: 'All',
    rule: {
      from: ['finding'],
      where: { all: [{ field: 'kind', is: 'equals', value: 'k3' }] },
      order: [{ by: 'name', direction: 'up' }],
      limit: 24,
    },
  });
  await publishListing(installation, person, listing.id, listing.revision, {});
  const page = await addPage(installation, person, {
    type: 'home',
    parent: null,
    values: { title: 'Findings' },
    listing: listing.id,
  });
  await publishPage(installation, person, page.id, page.revision, {});
  await made.grow(FEW);
  const few = await savings(installation, person, 80);
  await made.grow(MANY);
  const many = await savings(installation, person, 80);

  const type = installation.model.contentTypeByKey('finding');
  if (!type) throw new Error('no type');
  const indexTable = indexTableIn(installation, type);
  const column = (key: string) => indexTable.fields.get(type.fieldByKey(key)?.id ?? '');
  const [kind, size, name, level, finder] = [
    column('kind'),
    column('size'),
    column('name'),
    column('level'),
    column('finder'),
  ];
  const finderType = installation.model.contentTypeByKey('finder');
  if (!finderType) throw new Error('no type');
  const finders = indexTableIn(installation, finderType);
  const finderName = finders.fields.get(finderType.definition.title);
  const hand = await ByHand.open(join(made.folder, 'by-hand.db'));
  await hand.run(`ATTACH '${join(made.folder, 'content.db')}' AS c;
    CREATE TABLE t AS SELECT s.entry, s.${indexTable.titleSort} AS title_sort, s.${kind?.value} AS kind, s.${size?.value} AS size, s.live_from, s.live_until, w.title, w.body, w.stage, w.revision, w.changed_at
      FROM c.${indexTable.work} s JOIN c.working w ON w.record = s.entry WHERE s.binned = 0;
    CREATE TABLE v AS SELECT s.entry, s.${kind?.value} AS kind, s.${size?.value} AS size, s.${level?.value} AS level, s.${name?.sort} AS name_sort, s.live_from, s.live_until, l.body
      FROM c.${indexTable.live} s JOIN c.live l ON l.id = s.version;
    CREATE TABLE f AS SELECT s.entry, x.${finderName?.sort} AS finder_sort, s.live_from, s.live_until, l.body
      FROM c.${indexTable.live} s JOIN c.live l ON l.id = s.version JOIN c.ids i ON i.n = s.${finder?.value} JOIN c.records r ON r.uuid = i.uuid JOIN c.${finders.live} x ON x.entry = r.id;
    CREATE INDEX f_by ON f (finder_sort, entry); CREATE INDEX f_live ON f (live_from, live_until);
    CREATE INDEX t_by ON t (kind, size, entry); CREATE INDEX t_shown ON t (size, entry, live_from, live_until); CREATE INDEX t_live ON t (live_from, live_until); CREATE INDEX v_by ON v (kind, name_sort, live_from, live_until, entry); CREATE INDEX v_level ON v (level, live_from, live_until); CREATE INDEX v_name ON v (name_sort, entry); CREATE INDEX v_entry ON v (entry); ANALYZE;`);
  const [{ k3 = 0 } = {}] = (await hand.all('SELECT n AS k3 FROM c.ids WHERE uuid = ?', [
    (type.fieldByKey('kind')?.rules as { choices: { key: string; id: string }[] }).choices.find(
      ({ key }) => key === 'k3',
    )?.id ?? '',
  ])) as { k3?: number }[];

  console.log(
    `\nRatios in this run, ${MANY.toLocaleString('en')} entries, nine of ten published. Medians; times in ms only to show the scale.\n`,
  );
  await measureModel();
  const now = installation.now();
  const day = today(installation);
  const answered = (rows: readonly { body: unknown }[]) =>
    rows.map(({ body }) => JSON.parse(String(body)) as unknown);
  const ask = async (question: TableQuestion) => {
    const put = { indexTable, keyMap: installation.keyMap, now, today: day };
    const matching = await countRows(installation.content, put, question);
    answered(await pageOfRows(installation.content, put, question, matching));
  };
  const byHand = async (where: string, bind: number[]) => {
    await hand.all(`SELECT count(*) AS n FROM t WHERE ${where}`, bind);
    answered(
      (
        await hand.all(
          `SELECT entry, title, body, stage, revision, changed_at FROM t WHERE ${where} ORDER BY size, entry LIMIT 50`,
          bind,
        )
      ).map(({ body }) => ({ body })),
    );
  };
  const sort = { by: { column: size?.sort ?? '' }, direction: 'up' } as const;
  const { condition } = parseCondition(
    installation.model,
    type,
    { field: 'kind', is: 'equals', value: 'k3' },
    '',
  );
  const tables = await inTurn(
    60,
    () => ask({ where: condition, sort, limit: 50 }),
    () => byHand('kind = ?1', [k3]),
  );
  report(
    'Table: first page, filtered and sorted, and its count',
    tables[0] / tables[1],
    { under: 2 },
    `${tables[0].toFixed(2)} against ${tables[1].toFixed(2)}`,
  );
  const states = await inTurn(
    30,
    () => ask({ where: everyEntry, state: 'published', sort, limit: 50 }),
    () => byHand('live_from <= ?1 AND live_until > ?1', [now]),
  );
  report(
    'Table: first page of what is published, and its count',
    states[0] / states[1],
    { under: 2 },
    `${states[0].toFixed(2)} against ${states[1].toFixed(2)}`,
  );

  const { rule } = parseRule(installation.model, listing.rule);
  if (!rule) throw new Error('no rule');
  const drawn = (rows: Record<string, unknown>[]) =>
    rows.map(({ body }) =>
      mapToFace(rule.mapping, type, JSON.parse(String(body)) as { values: Record<string, never> }, {
        model: installation.model,
        locale: 'en',
        today: day,
      }),
    );
  const asked = { indexTable, keyMap: installation.keyMap, now, today: today(installation) };
  const results = await inTurn(
    60,
    async () =>
      drawn((await listLive(installation.content, asked, rule)).versions.map((version) => ({ ...version }))),
    async () => {
      await hand.all('SELECT count(*) AS n FROM v WHERE kind = ?1 AND live_from <= ?2 AND live_until > ?2', [
        k3,
        now,
      ]);
      drawn(
        await hand.all(
          'SELECT entry, body FROM v WHERE kind = ?1 AND live_from <= ?2 AND live_until > ?2 ORDER BY name_sort, entry LIMIT 24',
          [k3, now],
        ),
      );
    },
  );
  report(
    'Listing: its result and its count, mapped to faces',
    results[0] / results[1],
    { under: 2 },
    `${results[0].toFixed(2)} against ${results[1].toFixed(2)}`,
  );
  const byFinder = {
    where: everyEntry,
    order: [{ by: `${finder?.field.id ?? ''}.${finderType.definition.title}`, direction: 'up' as const }],
    limit: 24,
  };
  const linked = await inTurn(
    30,
    async () =>
      drawn(
        (await listLive(installation.content, asked, byFinder)).versions.map((version) => ({ ...version })),
      ),
    async () => {
      await hand.all('SELECT count(*) AS n FROM f WHERE live_from <= ?1 AND live_until > ?1', [now]);
      drawn(
        await hand.all(
          'SELECT entry, body FROM f WHERE +live_from <= ?1 AND +live_until > ?1 ORDER BY finder_sort, entry LIMIT 24',
          [now],
        ),
      );
    },
  );
  report(
    'Listing: all of them, sorted by what an entry link leads to',
    linked[0] / linked[1],
    { under: 2 },
    `${linked[0].toFixed(2)} against ${linked[1].toFixed(2)}`,
  );
  await measureBranches(installation, asked, hand, drawn);
  const fields = ['kind', 'level'].flatMap((key) => type.fieldByKey(key) ?? []);
  const facets = await inTurn(
    30,
    () =>
      countFacets(
        installation.content,
        asked,
        everyEntry,
        fields.map(({ id }) => ({ field: id, where: everyEntry })),
      ),
    () =>
      hand.all(
        'SELECT 0 AS facet, kind AS value, count(*) AS n FROM v WHERE live_from <= ?1 AND live_until > ?1 GROUP BY kind UNION ALL SELECT 1, level, count(*) FROM v WHERE live_from <= ?1 AND live_until > ?1 GROUP BY level',
        [now],
      ),
  );
  report(
    'Facets: every value of two fields counted, in one query',
    facets[0] / facets[1],
    { under: 2 },
    `${facets[0].toFixed(2)} against ${facets[1].toFixed(2)}`,
  );
  const [middle] = (await hand.all(
    'SELECT v.entry, r.uuid, name_sort FROM v JOIN c.records r ON r.id = v.entry ORDER BY name_sort LIMIT 1 OFFSET 45000',
  )) as { entry: number; uuid: string; name_sort: string }[];
  if (!middle) throw new Error('nothing in the middle');
  const byName = { where: everyEntry, order: [{ by: type.definition.title, direction: 'up' as const }] };
  const beside = await inTurn(
    60,
    () => neighboursIn(installation.content, asked, byName, { id: middle.uuid, record: middle.entry }),
    async () => {
      await hand.all('SELECT entry, name_sort FROM v WHERE entry = ?1', [middle.entry]);
      await hand.all(
        'SELECT entry, body FROM v WHERE (name_sort, entry) > (?1, ?2) ORDER BY name_sort, entry LIMIT 1',
        [middle.name_sort, middle.entry],
      );
      await hand.all(
        'SELECT entry, body FROM v WHERE (name_sort, entry) < (?1, ?2) ORDER BY name_sort DESC, entry DESC LIMIT 1',
        [middle.name_sort, middle.entry],
      );
    },
  );
  report(
    'Neighbours: what stands before and after one in the middle',
    beside[0] / beside[1],
    { under: 4 },
    `${beside[0].toFixed(2)} against ${beside[1].toFixed(2)}`,
  );
  for (const [i, what] of ['Saving one entry', 'Publishing one entry'].entries()) {
    const [at, before] = [many[i] ?? 0, few[i] ?? 1];
    report(
      `${what}: at ${MANY.toLocaleString('en')} against at ${FEW.toLocaleString('en')}`,
      at / before,
      { under: 1.5 },
      `${at.toFixed(2)} against ${before.toFixed(2)}`,
    );
  }
  await hand.close();

  const { pages, files } = await measureVisits(made.folder, () =>
    installation.content
      .close()
      .then(() => installation.sessions.close())
      .then(() => installation.letGo()),
  );
  report(
    'Visitor: a listing page from memory against a plain file',
    pages / files,
    { over: 1 },
    `${Math.round(pages)} against ${Math.round(files)} requests a second`,
  );
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
