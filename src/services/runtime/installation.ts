import type { SoughtInVain } from './sought-in-vain';
import { clockAt } from '../../core/content/clock';
import { dayAt } from '../../core/content/day';
import type { CompiledModel } from '../../core/model/compile';
import type { Categories } from '../../core/content/categories';
import type { Database } from '../../store/database';
import type { VisitCounter } from '../../standins/visit-counter';
import type { SiteRow } from '../../store/sites';
import { indexTableOf, type IndexedType, type IndexTable } from '../../store/index-tables/shape';
import type { KeyMap } from '../../store/key-map';
import type { SignInAttempts } from '../people/sign-in-attempts';
import type { RenditionStore } from '../media/rendition-store';
import type { AskedAddresses } from './asked-addresses';
import type { RenderedPages } from './rendered-pages';
import type { Audience } from '../../core/site/audience';
import type { AudienceReaders } from './audience-readers';
import type { RunSettings } from './settings';
import type { Turnover } from './turnover';
import type { Beside } from './beside';
import type { Queue } from './queue';

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
  /** The time zone of the site that is spoken of, where that is not the first. */
  timeZone?: string;
  rendered: RenderedPages;
  visits: VisitCounter;
  soughtInVain: SoughtInVain;
  askedAddresses: AskedAddresses;
  /** What reads as some visitors see. */
  audiences: AudienceReaders;
  /** The visitors for whom it is looked at; nothing for who is not signed in, and where it is looked at whole. */
  audience?: Audience;
  /** Where one model gives way to another. */
  turnover: Turnover;
  /** The made sizes of pictures. */
  renditions: RenditionStore;
  /** How it runs. */
  settings: RunSettings;
  /** What addresses are signed with. */
  secret: string;
  /** Who may try to sign in, and how often. */
  attempts: SignInAttempts;
  /** The word that the first architect must say; undefined once there is somebody. */
  firstWord: string | undefined;
  /** Where long work on plain data is done. */
  beside: Beside;
  /** What takes work that is longer than a request, or due at a time. */
  queue: Queue;
  /** Whether it holds the sample, whose people's passwords everyone knows. */
  demo: boolean;
  /** Milliseconds since 1970. */
  now(): number;
  /** Gives the data folder free for another process. */
  letGo(): Promise<void>;
}

/** The index tables of each model, by type: they follow from it alone. */
const tablesOf = new WeakMap<CompiledModel, Map<IndexedType, IndexTable>>();

/** The index table in which a type lies, as a model has it. */
export function indexTableIn(
  { model, keyMap }: Pick<Installation, 'model' | 'keyMap'>,
  type: IndexedType,
): IndexTable {
  const tables = tablesOf.get(model) ?? new Map<IndexedType, IndexTable>();
  tablesOf.set(model, tables);
  const known = tables.get(type);
  if (known) return known;
  const made: IndexTable = {
    ...indexTableOf(type, keyMap, model),
    having: (field) =>
      model.contentTypes
        .filter((each) => each.field(field))
        .map((each) => indexTableIn({ model, keyMap }, each)),
  };
  tables.set(type, made);
  return made;
}

/** The languages in which pages are drawn; none is the main one. */
export const languagesIn = ({ model }: Pick<Installation, 'model'>): (string | undefined)[] => [
  undefined,
  ...model.document.locales.others,
];

/** The time zone by which days are told. */
export const zoneOf = ({ timeZone, site }: Pick<Installation, 'timeZone' | 'site'>): string =>
  timeZone ?? site.timeZone;

export const today = (installation: Installation): string => dayAt(installation.now(), zoneOf(installation));

/** The clock's day and minute where the site is (ISO 8601 without an offset). */
export const minuteNow = (installation: Installation): string =>
  clockAt(installation.now(), zoneOf(installation));
