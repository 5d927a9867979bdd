import { AskedAddresses } from './asked-addresses';
import { SoughtInVain } from './sought-in-vain';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { newId } from '../../core/ids';
import { CompiledModel } from '../../core/model/compile';
import { firstModel } from '../../core/model/first-model';
import { VisitCounter } from '../../standins/visit-counter';
import { allCategories } from '../../store/categories';
import { Database } from '../../store/database';
import { lockFolder } from '../../store/folder-lock';
import { KeyMap } from '../../store/key-map';
import { contentMigrations, migrate, sessionMigrations } from '../../store/migrate';
import { modelInForce, putModelInForce } from '../../store/model';
import { makeSite, sites } from '../../store/sites';
import { people } from '../../store/people';
import { hasAudiences } from '../../store/audiences';
import { putSetting, setting } from '../../store/settings';
import { RenditionStore } from '../media/rendition-store';
import { SignInAttempts } from '../people/sign-in-attempts';
import { newWord } from '../people/words';
import { reindexWalks } from '../listings/walks';
import { QueueHere } from '../long-work/queue-here';
import { rebuildDerived } from '../records/rebuild';
import { AudienceReaders } from './audience-readers';
import type { Installation } from './installation';
import { RequestDatabase, stillIn } from './request-context';
import { RenderedPages } from './rendered-pages';
import { runSettings } from './settings';
import { SharedCaches } from './shared-caches';
import { Turnover } from './turnover';
import { here } from './beside';

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
    const model = firstModel('en');
    await putModelInForce(tx, { document: model, revision: 1, reordered: new Map() }, now, null);
    await makeSite(
      tx,
      {
        uuid: newId(),
        key: 'main',
        label: 'A new site',
        base: '',
        locale: 'en',
        timeZone: 'Europe/London',
        picture: null,
      },
      now,
    );
  });
}

/** What addresses are signed with: given by the environment, else made once and kept. */
async function secretOf(database: Database): Promise<string> {
  const given = process.env.CLEAR_FRAME_SECRET;
  if (given) return given;
  const kept = await setting(database, 'secret');
  if (kept) return kept;
  const made = randomBytes(32).toString('base64url');
  await database.write((tx) => putSetting(tx, 'secret', made));
  return made;
}

/** Takes the folder, opens its two files, brings them to the newest tables, and reads the model in force. */
export async function openInstallation(folder: string): Promise<Installation> {
  const settings = runSettings();
  const letGo = await lockFolder(folder);
  const content = new RequestDatabase(join(folder, 'content.db'));
  const sessions = new Database(join(folder, 'sessions.db'));
  const now = stillIn(clock());
  await migrate(content, contentMigrations);
  await migrate(sessions, sessionMigrations);
  await begin(content, now());
  const model = await modelInForce(content);
  const all = await sites(content);
  const [site] = all;
  if (!model || !site) throw new Error('The database has no model or no site.');
  const installation: Installation = {
    content,
    sessions,
    site,
    sites: all,
    now,
    letGo,
    model: new CompiledModel(model.document, model.number, model.reordered),
    keyMap: await KeyMap.load(content),
    categories: await allCategories(content),
    mediaFolder: join(folder, 'media'),
    outboxFolder: join(folder, 'outbox'),
    rendered: new RenderedPages(settings.pagesBytes, new SharedCaches(settings.sharedCaches)),
    visits: new VisitCounter(),
    soughtInVain: new SoughtInVain(),
    askedAddresses: new AskedAddresses(),
    audiences: new AudienceReaders(await hasAudiences(content)),
    turnover: new Turnover(),
    beside: here,
    queue: new QueueHere(() => installation),
    settings,
    renditions: new RenditionStore(join(folder, 'media'), settings.sizesBytes),
    secret: await secretOf(content),
    attempts: new SignInAttempts(),
    firstWord: (await people(content)).length === 0 ? newWord() : undefined,
    demo: (await setting(content, 'demo')) === 'yes',
  };
  // After a migration, and on the first start, nothing that is derived is there yet.
  if ((await setting(content, 'derived')) !== 'fresh') await rebuildDerived(installation);
  await content.write((tx) => reindexWalks(tx, installation));
  return installation;
}

export async function closeInstallation(installation: Installation): Promise<void> {
  await installation.queue.close();
  await installation.beside.close();
  installation.audiences.close();
  await installation.content.optimize();
  await installation.content.close();
  await installation.sessions.close();
  await installation.letGo();
}

const KEY = Symbol.for('clear-frame.installation');
type Global = typeof globalThis & { [KEY]?: Promise<Installation> };

/**
 * The one installation of this process. Pages, routes and the server each get their own instances of a
 * module, so it is kept where they all find it.
 */
export function sharedInstallation(): Promise<Installation> {
  const global: Global = globalThis;
  return (global[KEY] ??= openInstallation(process.env.CLEAR_FRAME_DATA ?? 'data').catch((error: unknown) => {
    // What failed once may work the next time, so it is not kept.
    delete global[KEY];
    throw error;
  }));
}
