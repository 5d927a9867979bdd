import { join } from 'node:path';
import { dayAt } from '../core/content/day';
import { newId } from '../core/ids';
import { CompiledModel } from '../core/model/compile';
import type { Categories } from '../core/content/categories';
import { startModel } from '../core/model/start';
import { allCategories } from '../store/categories';
import { Database } from '../store/database';
import { VisitCounter } from '../standins/visit-counter';
import { contentMigrations, migrate, sessionMigrations } from '../store/migrate';
import { lockFolder } from '../store/folder-lock';
import { modelInForce, putModelInForce } from '../store/model';
import { makeSite, sites, type SiteRow } from '../store/pages';
import { setting } from '../store/settings';
import { sheetOf, type SheetedType, type SheetOf } from '../store/sheet-shape';
import { fitSheets, sheetedIn } from '../store/sheet-tables';
import { Surrogates } from '../store/surrogates';
import { RenderedPages } from './rendered-pages';

/** Everything that lasts while the server runs. */
export interface House {
  content: Database;
  sessions: Database;
  model: CompiledModel;
  surrogates: Surrogates;
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
export const sheetIn = ({ model, surrogates }: Pick<House, 'model' | 'surrogates'>, type: SheetedType): SheetOf => ({
  ...sheetOf(type, surrogates, model.document.locales),
  having: (field) => model.contentTypes.filter((each) => each.field(field)).map((each) => sheetOf(each, surrogates, model.document.locales)),
});

/** The languages in which pages are drawn; none is the main one. */
export const languagesIn = ({ model }: Pick<House, 'model'>): (string | undefined)[] => [undefined, ...model.document.locales.others];

export const today = (house: House): string => dayAt(house.now(), house.site.timeZone);

/** The clock's day and minute where the site is (ISO 8601 without an offset). */
export const minuteNow = (house: House): string => new Date(house.now()).toLocaleString('sv-SE', { timeZone: house.site.timeZone, dateStyle: 'short', timeStyle: 'short' }).replace(' ', 'T');

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
    const surrogates = await Surrogates.load(tx);
    await surrogates.extend(tx, model);
    await fitSheets(tx, undefined, sheetedIn(new CompiledModel(model, 1)), surrogates);
    await makeSite(tx, { uuid: newId(), key: 'main', label: 'A new site', base: '', locale: 'en', timeZone: 'Europe/London' }, now);
  });
}

/** Takes the folder, opens its two files, brings them to the newest tables, and reads the model in force. */
export async function buildHouse(folder: string): Promise<House> {
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
    content, sessions, site, sites: all, now, letGo,
    model: new CompiledModel(model.document, model.number),
    surrogates: await Surrogates.load(content),
    categories: await allCategories(content),
    mediaFolder: join(folder, 'media'),
    outboxFolder: join(folder, 'outbox'),
    rendered: new RenderedPages(),
    visits: new VisitCounter(),
    demo: (await setting(content, 'demo')) === 'yes',
  };
}

export async function closeHouse(house: House): Promise<void> {
  await house.content.close();
  await house.sessions.close();
  await house.letGo();
}

const KEY = Symbol.for('clear-frame.house');
type Global = typeof globalThis & { [KEY]?: Promise<House> };

/**
 * The one house of this process. Pages, routes and the server each get their own instances of a module, so it is kept
 * where they all find it.
 */
export function openHouse(): Promise<House> {
  const global: Global = globalThis;
  return (global[KEY] ??= buildHouse(process.env.CLEAR_FRAME_DATA ?? 'data'));
}
