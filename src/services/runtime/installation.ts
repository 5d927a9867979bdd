import { join } from 'node:path';
import { dayAt } from '../../core/content/day';
import { newId } from '../../core/ids';
import { CompiledModel } from '../../core/model/compile';
import type { Categories } from '../../core/content/categories';
import { startModel } from '../../core/model/fresh/start';
import { allCategories } from '../../store/categories';
import { Database } from '../../store/database';
import { VisitCounter } from '../../standins/visit-counter';
import { contentMigrations, migrate, sessionMigrations } from '../../store/migrate';
import { lockFolder } from '../../store/folder-lock';
import { modelInForce, putModelInForce } from '../../store/model';
import { makeSite, sites, type SiteRow } from '../../store/pages';
import { setting } from '../../store/settings';
import { indexTableOf, type IndexedType, type IndexTable } from '../../store/index-tables/shape';
import { reindexTables, indexedTypesIn } from '../../store/index-tables/tables';
import { KeyMap } from '../../store/key-map';
import { RenderedPages } from './rendered-pages';

/** Everything that lasts while the server runs. */
export interface Installation {
  content: Database;
  sessions: Database;
  model: CompiledModel;
  keyMap: KeyMap;
  categories: Categories;
  /** The folder in which the files of media lie. */
  mediaFolder: string;
  /** The folder in which letters lie that a mail service would send. */
  outboxFolder: string;
  /** The first site, at the beginning of all addresses. */
  site: SiteRow;
  /** Every site of the installation, the first one too. */
  sites: readonly SiteRow[];
  rendered: RenderedPages;
  visits: VisitCounter;
  /** Whether it holds the sample, whose people's passwords everyone knows. */
  demo: boolean;
  /** Milliseconds since 1970. */
  now(): number;
  /** Gives the data folder free for another process. */
  letGo(): Promise<void>;
}

/** The model as it is inside one piece of work, with the sheets its types lie in. */
export const indexTableIn = (
  { model, keyMap }: Pick<Installation, 'model' | 'keyMap'>,
  type: IndexedType,
): IndexTable => ({
  ...indexTableOf(type, keyMap, model.document.locales),
  having: (field) =>
    model.contentTypes
      .filter((each) => each.field(field))
      .map((each) => indexTableOf(each, keyMap, model.document.locales)),
});

/** The languages in which pages are drawn; none is the main one. */
export const languagesIn = ({ model }: Pick<Installation, 'model'>): (string | undefined)[] => [
  undefined,
  ...model.document.locales.others,
];

export const today = (installation: Installation): string =>
  dayAt(installation.now(), installation.site.timeZone);

/** The clock's day and minute where the site is (ISO 8601 without an offset). */
export const minuteNow = (installation: Installation): string =>
  new Date(installation.now())
    .toLocaleString('sv-SE', { timeZone: installation.site.timeZone, dateStyle: 'short', timeStyle: 'short' })
    .replace(' ', 'T');

/** The clock, or the moment at which `CLEAR_FRAME_NOW` (ISO 8601) fixes it. */
function clock(): () => number {
  const fixed = process.env.CLEAR_FRAME_NOW;
  if (!fixed) return Date.now;
  const at = Date.parse(fixed);
  if (Number.isNaN(at)) throw new Error(`CLEAR_FRAME_NOW is not a moment: ${fixed}`);
  return () => at;
}

async function begin(database: Database, now: number): Promise<void> {
  if (await modelInForce(database)) return;
  await database.write(async (tx) => {
    const model = startModel('en');
    await putModelInForce(tx, 1, model, now, null);
    const keyMap = await KeyMap.load(tx);
    await keyMap.extend(tx, model);
    await reindexTables(tx, undefined, indexedTypesIn(new CompiledModel(model, 1)), keyMap);
    await makeSite(
      tx,
      { uuid: newId(), key: 'main', label: 'A new site', base: '', locale: 'en', timeZone: 'Europe/London' },
      now,
    );
  });
}

/** Takes the folder, opens its two files, brings them to the newest tables, and reads the model in force. */
export async function openInstallation(folder: string): Promise<Installation> {
  const letGo = await lockFolder(folder);
  const content = new Database(join(folder, 'content.db'));
  const sessions = new Database(join(folder, 'sessions.db'));
  const now = clock();
  await migrate(content, contentMigrations);
  await migrate(sessions, sessionMigrations);
  await begin(content, now());
  const model = await modelInForce(content);
  const all = await sites(content);
  const [site] = all;
  if (!model || !site) throw new Error('The database has no model or no site.');
  return {
    content,
    sessions,
    site,
    sites: all,
    now,
    letGo,
    model: new CompiledModel(model.document, model.number),
    keyMap: await KeyMap.load(content),
    categories: await allCategories(content),
    mediaFolder: join(folder, 'media'),
    outboxFolder: join(folder, 'outbox'),
    rendered: new RenderedPages(),
    visits: new VisitCounter(),
    demo: (await setting(content, 'demo')) === 'yes',
  };
}

export async function closeInstallation(installation: Installation): Promise<void> {
  await installation.content.close();
  await installation.sessions.close();
  await installation.letGo();
}

const KEY = Symbol.for('clear-frame.installation');
type Global = typeof globalThis & { [KEY]?: Promise<Installation> };

/**
 * The one installation of this process. Pages, routes and the server each get their own instances of a module, so it is kept
 * where they all find it.
 */
export function sharedInstallation(): Promise<Installation> {
  const global: Global = globalThis;
  return (global[KEY] ??= openInstallation(process.env.CLEAR_FRAME_DATA ?? 'data'));
}
