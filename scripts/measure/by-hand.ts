import sqlite3 from 'sqlite3';
import type { ModelDocument } from '../../src/core/model/document';
import { soughtAt } from './chance';

type Row = Record<string, string | number | null>;

/** The fields that are asked by, with their kinds, which name their columns. */
const kinds = { kind: 'choice', size: 'number', finder: 'entry' } as const;

/** How far rows are counted, as a table first asks. */
const COUNTED = 10_001;

/** That a row has the words that are sought. */
const hasWords = (n: number): string =>
  `binned = 0 AND entry IN (SELECT rowid >> 6 FROM record_words WHERE record_words MATCH '${soughtAt(n)
    .split(' ')
    .map((word) => `${word}*`)
    .join(' ')}')`;

/**
 * The same questions as a person would write them by hand for this one installation: on a copy of its file, through the
 * bare driver, with the indexes that fit, under the statistics that lie in it. What is asked by many statements that
 * depend on one another (reach, where things are shown) has no such way.
 */
export class ByHand {
  private constructor(
    private readonly connection: sqlite3.Database,
    private readonly names: {
      work: string;
      live: string;
      /** The column of the day that findings and reports share, and the table of reports. */
      seen: string;
      reports: string;
      finders: string;
      /** The scheme of regions, by integer key. */
      regions: number;
      column(key: keyof typeof kinds): string;
      field(key: string): number;
    },
    private readonly entries: readonly { uuid: string; record: number }[],
  ) {}

  static async open(file: string): Promise<ByHand> {
    const connection = await new Promise<sqlite3.Database>((resolve, reject) => {
      const opened: sqlite3.Database = new sqlite3.Database(file, (error) =>
        error ? reject(error) : resolve(opened),
      );
    });
    const all = (text: string, bind: readonly (string | number)[] = []): Promise<Row[]> =>
      new Promise((resolve, reject) =>
        connection.all<Row>(text, [...bind], (error, rows) => (error ? reject(error) : resolve(rows))),
      );
    const [model] = await all('SELECT body FROM model_revisions ORDER BY number DESC LIMIT 1');
    const document = JSON.parse(String(model?.body)) as ModelDocument;
    const [finding, report, finder] = ['finding', 'report', 'finder'].map((of) =>
      document.contentTypes.find(({ key }) => key === of),
    );
    const ids = new Map(
      (await all('SELECT n, uuid FROM ids WHERE n < 5000')).map(({ n, uuid }) => [String(uuid), Number(n)]),
    );
    const number = (id: string | undefined) => ids.get(id ?? '') ?? 0;
    const field = (key: string) =>
      number(finding?.fields.flatMap((each) => ('key' in each && each.key === key ? [each.id] : []))[0]);
    const n = number(finding?.id);
    const names = {
      work: `index_${n}_work`,
      live: `index_${n}_live`,
      seen: `f${number(document.fieldSets[0]?.fields[0]?.id)}_date`,
      reports: `index_${number(report?.id)}_work`,
      finders: `index_${number(finder?.id)}_work`,
      regions: number(document.schemes.find(({ key }) => key === 'region')?.id),
      field,
      column: (key: keyof typeof kinds) => `f${field(key)}_${kinds[key]}`,
    };
    const run = (text: string): Promise<void> =>
      new Promise((resolve, reject) => connection.exec(text, (error) => (error ? reject(error) : resolve())));
    await run(
      'PRAGMA journal_mode = WAL; PRAGMA cache_size = -65536; PRAGMA temp_store = MEMORY; PRAGMA synchronous = FULL;',
    );
    const { work, live, column } = names;
    await run(`
      CREATE INDEX hand_kind_size ON ${work} (${column('kind')}, ${column('size')}, binned, entry);
      CREATE INDEX hand_kind_changed ON ${work} (${column('kind')}, changed, ${column('size')}, binned, entry);
      CREATE INDEX hand_title ON ${work} (title_en, binned, entry);
      CREATE INDEX hand_changed ON ${work} (stage, changed, live_from, live_until, binned, entry);
      CREATE INDEX hand_listing ON ${live} (${column('kind')}, s${field('name')}_line_en, ${column('size')}, live_until, live_from);
      ANALYZE hand_kind_size; ANALYZE hand_kind_changed; ANALYZE hand_title; ANALYZE hand_changed; ANALYZE hand_listing;`);
    const entries = await all(
      `SELECT r.uuid, r.id AS record FROM ${live} s JOIN records r ON r.id = s.entry ORDER BY s.title_en LIMIT 200`,
    );
    return new ByHand(
      connection,
      names,
      entries.map(({ uuid, record }) => ({ uuid: String(uuid), record: Number(record) })),
    );
  }

  private all(text: string, bind: readonly (string | number)[] = []): Promise<Row[]> {
    return new Promise((resolve, reject) =>
      this.connection.all<Row>(text, [...bind], (error, rows) => (error ? reject(error) : resolve(rows))),
    );
  }

  private run(text: string): Promise<void> {
    return new Promise((resolve, reject) =>
      this.connection.exec(text, (error) => (error ? reject(error) : resolve())),
    );
  }

  private entry(n: number): { uuid: string; record: number } {
    return this.entries[n % this.entries.length] ?? { uuid: '', record: 0 };
  }

  /** Some rows of the table with their bodies, and how many there are in all. */
  private async rows(where: string, order: string): Promise<void> {
    const { work } = this.names;
    await this.all(
      `SELECT r.uuid, w.title, w.body, w.changed_at FROM (SELECT entry FROM ${work} WHERE ${where} ORDER BY ${order} LIMIT 50) p JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry`,
    );
    await this.all(`SELECT count(*) AS n FROM (SELECT 1 FROM ${work} WHERE ${where} LIMIT ${COUNTED})`);
  }

  private async write(...statements: readonly string[]): Promise<void> {
    await this.run(`BEGIN IMMEDIATE; ${statements.join('; ')}; COMMIT`);
  }

  /** The questions that have such a way, by the words of the yardstick. */
  readonly questions: Readonly<Record<string, (n: number) => Promise<unknown>>> = {
    'an entry': (n) =>
      this.all(
        'SELECT r.uuid, w.revision, w.body, l.starts FROM records r JOIN working w ON w.record = r.id LEFT JOIN live l ON l.record = r.id WHERE r.uuid = ?',
        [this.entry(n).uuid],
      ),
    'saving an entry': (n) => {
      const { record } = this.entry(n);
      const { work, column } = this.names;
      return this.write(
        `UPDATE working SET revision = revision + 1, body = body || ' ' WHERE record = ${record}`,
        `INSERT INTO revisions SELECT record, revision, title, body, changed_at, changed_by, 'saved', model FROM working WHERE record = ${record}`,
        `UPDATE ${work} SET ${column('size')} = ${n}, changed = changed + 1 WHERE entry = ${record}`,
      );
    },
    'publishing an entry': (n) => {
      const { record } = this.entry(n);
      const { live, column } = this.names;
      return this.write(
        `UPDATE live SET ends = ends - 1 WHERE record = ${record}`,
        `UPDATE ${live} SET ${column('size')} = ${n}, published = published + 1 WHERE entry = ${record}`,
        `INSERT INTO revisions SELECT record, max(number) + 1, title, body, at, person, 'published', model FROM revisions WHERE record = ${record}`,
      );
    },
    'withdrawing an entry': (n) => {
      const { record } = this.entry(n);
      return this.write(
        `UPDATE live SET ends = ends - 1 WHERE record = ${record}`,
        `UPDATE ${this.names.live} SET live_until = live_until - 1 WHERE entry = ${record}`,
      );
    },
    'table: filtered and sorted': () =>
      this.rows(`${this.names.column('kind')} = ${this.kind} AND binned = 0`, this.names.column('size')),
    'table: two conditions': () =>
      this.rows(
        `${this.names.column('kind')} = ${this.kind} AND ${this.names.column('size')} > 100 AND binned = 0`,
        'changed DESC',
      ),
    'table: sorted by title': () => this.rows('binned = 0', 'title_en'),
    'table: by the names of what links lead to': async () => {
      const { work, finders, column } = this.names;
      await this.all(
        `SELECT r.uuid, w.title, w.body, w.changed_at, p.key FROM (SELECT s.entry, l.title_en AS key FROM ${finders} l CROSS JOIN records o ON o.id = l.entry CROSS JOIN ids i ON i.uuid = o.uuid CROSS JOIN ${work} s ON s.${column('finder')} = i.n WHERE s.binned = 0 ORDER BY l.title_en, s.entry LIMIT 50) p JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry`,
      );
      await this.all(`SELECT count(*) AS n FROM ${work} WHERE binned = 0`);
    },
    'table: by the names of categories': async () => {
      const { work, field } = this.names;
      await this.all(
        `SELECT r.uuid, w.title, w.body, w.changed_at, p.key FROM (SELECT m.row AS entry, c.label_sort AS key FROM categories c CROSS JOIN multi_values m ON m.side = 0 AND m.field = ${field('regions')} AND m.value = c.id CROSS JOIN ${work} s ON s.entry = m.row WHERE c.scheme = ${this.names.regions} AND s.binned = 0 ORDER BY c.label_sort DESC, m.row DESC LIMIT 50) p JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry`,
      );
      await this.all(`SELECT count(*) AS n FROM ${work} WHERE binned = 0`);
    },
    'table: published, changed last': () =>
      this.rows(
        `stage = 'draft' AND binned = 0 AND live_from <= ${Date.now()} AND live_until > ${Date.now()}`,
        'changed DESC',
      ),
    'table: searched': (n) => this.rows(hasWords(n), 'title_en'),
    'table: searched, all of it counted': (n) =>
      this.all(`SELECT count(*) AS n FROM ${this.names.work} WHERE ${hasWords(n)}`),
    'all content: changed last': async () => {
      await this.all(
        'SELECT r.uuid, w.title, w.body, w.changed_at FROM (SELECT entry FROM all_records WHERE binned = 0 ORDER BY changed DESC LIMIT 50) p JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry',
      );
      await this.all(
        `SELECT count(*) AS n FROM (SELECT 1 FROM all_records WHERE binned = 0 LIMIT ${COUNTED})`,
      );
    },
    'all content: by a field that types share': async () => {
      const { work, reports, seen } = this.names;
      const of = (table: string) =>
        `SELECT * FROM (SELECT entry, ${seen} AS seen FROM ${table} WHERE binned = 0 AND ${seen} IS NOT NULL ORDER BY ${seen} DESC LIMIT 50)`;
      await this.all(
        `SELECT r.uuid, w.title, w.body, w.changed_at FROM (${of(work)} UNION ALL ${of(reports)} ORDER BY seen DESC LIMIT 50) p JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry`,
      );
      await this.all(
        `SELECT count(*) AS n FROM (SELECT 1 FROM all_records WHERE binned = 0 LIMIT ${COUNTED})`,
      );
    },
    'all content: a condition on what types share': async () => {
      const { work, reports, seen } = this.names;
      const found = [work, reports]
        .map((table) => `SELECT entry FROM ${table} WHERE binned = 0 AND ${seen} > '2020-01-01'`)
        .join(' UNION ALL ');
      await this.all(
        `SELECT r.uuid, w.title, w.body, w.changed_at FROM (SELECT entry FROM all_records WHERE +entry IN (${found}) ORDER BY changed DESC LIMIT 50) p JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry`,
      );
      await this.all(`SELECT count(*) AS n FROM (${found})`);
    },
    'a listing tried': async () => {
      const { live, column, field } = this.names;
      const where = `${column('kind')} = ${this.kind} AND ${column('size')} > 100 AND live_from <= ${Date.now()} AND live_until > ${Date.now()}`;
      await this.all(
        `SELECT v.body FROM (SELECT version FROM ${live} WHERE ${where} ORDER BY s${field('name')}_line_en LIMIT 24) p JOIN live v ON v.id = p.version`,
      );
      await this.all(`SELECT count(*) AS n FROM ${live} WHERE ${where}`);
    },
    'counts of a scheme': () => {
      const field = this.names.field('regions');
      return this.all(
        `SELECT c.ancestor, count(DISTINCT m.row) AS n FROM multi_values m JOIN closure c ON c.descendant = m.value WHERE m.side = 0 AND m.field = ${field} GROUP BY c.ancestor`,
      );
    },
    'all listings': () =>
      this.all(
        "SELECT r.uuid, w.title, w.body, (SELECT group_concat(f.source) FROM refs f WHERE f.target = r.uuid AND f.side = 1) AS pages FROM records r JOIN working w ON w.record = r.id WHERE r.sort = 'listing'",
      ),
    'homes for a page': () => this.tree(),
    'the tree of pages': () => this.tree(),
    'finding an entry': (n) =>
      this.all(
        `SELECT r.uuid, w.title FROM record_search f JOIN records r ON r.id = f.rowid JOIN working w ON w.record = r.id WHERE record_search MATCH '${['am*', 'quil*', 'ros*', 'tern*'][n % 4] ?? ''}' AND +r.sort = 'entry' ORDER BY rank LIMIT 30`,
      ),
  };

  private tree(): Promise<Row[]> {
    return this.all(
      'SELECT r.uuid, p.parent, p.address, w.title FROM page_places p JOIN records r ON r.id = p.record JOIN working w ON w.record = p.record ORDER BY p.parent, p.position',
    );
  }

  private kind = 0;

  /** Looks up what the questions ask for. */
  async ready(): Promise<this> {
    const { work, column } = this.names;
    const [most] = await this.all(
      `SELECT ${column('kind')} AS kind FROM ${work} GROUP BY 1 ORDER BY count(*) DESC LIMIT 1`,
    );
    this.kind = Number(most?.kind ?? 0);
    return this;
  }

  close(): Promise<void> {
    return new Promise((resolve) => this.connection.close(() => resolve()));
  }
}
