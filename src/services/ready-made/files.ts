import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { parse } from 'yaml';
import type { FileComment } from './fill-comments';
import type { FileVisitor } from './fill-visitors';
import type { BeginSite } from '../../contract/begin';
import type { Json, JsonObject } from '../../core/json';
import type { Role } from '../../core/roles';

/**
 * What a site is made of as files tell it, read but not yet checked: that is done where it is used, by the
 * same code that reads what comes over HTTP. Entries stand by the key of their type, categories by that of
 * their scheme.
 */
export interface SiteFiles {
  model: JsonObject;
  categories?: Record<string, FileCategory[]>;
  /** Drawings (SVG) by their names. */
  pictures: Record<string, Buffer>;
  /** PDF files by their names. */
  documents?: Record<string, Buffer>;
  /** Sounds (WAV) and films (WebM) by their names. */
  sounds?: Record<string, Buffer>;
  films?: Record<string, Buffer>;
  /** The folders of media, and what is said of each by the name of its file. */
  media?: { folders: FileCategory[]; files: Record<string, JsonObject> };
  entries: Record<string, JsonObject[]>;
  /** Shared blocks, made of blocks as pages speak of theirs, each with the key by which pages name it. */
  shared?: { name: string; key: string; blocks: Json[] }[];
  listings: { label: string; rule: JsonObject; inForce?: boolean }[];
  /** What new pages and blocks begin with. */
  starters?: FileStarter[];
  pages: FilePage[];
  /** Further sites, each with pages of its own. */
  sites?: { label: string; begins: string; pages: FilePage[] }[];
}

/** A starter: blocks as pages speak of theirs, or a whole page of a type. */
export interface FileStarter {
  name: string;
  about?: string;
  key: string;
  blocks?: Json[];
  type?: string;
  values?: JsonObject;
  hints?: JsonObject;
  slots?: JsonObject;
}

export interface FileCategory {
  label: string;
  /** Its name in French. */
  fr?: string;
  below?: FileCategory[];
  /** Whatever else is said of it are its values. */
  [field: string]: unknown;
}

export interface FilePage {
  type: string;
  /** The category whose words it holds, as `scheme/key`. */
  category?: string;
  values: JsonObject;
  /** What it says in French. */
  fr?: JsonObject;
  /** The name of the listing that fills it. */
  listing?: string;
  /** The titles of the entries picked for it, in order. */
  picks?: string[];
  slug?: string;
  /** What it sets itself of the settings that are open to it. */
  settings?: JsonObject;
  layout?: string;
  slots?: JsonObject;
  state?: 'published' | 'draft';
  /** For which groups of visitors it is, by their keys; none for whoever is signed in. */
  seenBy?: { groups: string[]; asks?: boolean };
  below?: FilePage[];
}

/** The sample reserve: a site, with the people who work on it and what its installation is called. */
export interface Sample extends SiteFiles {
  site: { label: string; locale: string; timeZone: string };
  people: { name: string; email: string; role: Role; password: string }[];
  comments: FileComment[];
  visitors: FileVisitor[];
}

/** How a ready-made site is offered. */
export interface Offered {
  label: string;
  purpose: string;
  /** Its place among the others. */
  order: number;
  /** What it looks like, in a drawing. */
  drawing: BeginSite['drawing'];
  /** The made-up world that its content is of. */
  world: string;
}

const FOLDER = 'ready-made';
const SAMPLE = 'demo';

const readYaml = <T>(path: string): T => parse(readFileSync(path, 'utf8')) as T;

/** The files of a folder by their names without the ending, in order. */
const byName = <T>(folder: string, ending: string, read: (path: string) => T): Record<string, T> =>
  Object.fromEntries(
    (existsSync(folder) ? readdirSync(folder) : [])
      .filter((file) => file.endsWith(ending))
      .sort()
      .map((file) => [basename(file, ending), read(join(folder, file))]),
  );

/** The sample reserve, from its folder. */
export const readSample = (): Sample => ({
  ...readYaml<Pick<Sample, 'site' | 'people' | 'visitors'>>(join(SAMPLE, 'site.yaml')),
  model: readYaml(join(SAMPLE, 'model.yaml')),
  categories: byName(join(SAMPLE, 'categories'), '.yaml', readYaml<FileCategory[]>),
  pictures: byName(join(SAMPLE, 'pictures'), '.svg', (path) => readFileSync(path)),
  documents: byName(join(SAMPLE, 'documents'), '.pdf', (path) => readFileSync(path)),
  sounds: byName(join(SAMPLE, 'sounds'), '.wav', (path) => readFileSync(path)),
  films: byName(join(SAMPLE, 'films'), '.webm', (path) => readFileSync(path)),
  media: readYaml(join(SAMPLE, 'media.yaml')),
  entries: byName(join(SAMPLE, 'entries'), '.yaml', readYaml<JsonObject[]>),
  shared: readYaml(join(SAMPLE, 'shared.yaml')),
  starters: readYaml(join(SAMPLE, 'starters.yaml')),
  listings: readYaml(join(SAMPLE, 'listings.yaml')),
  pages: readYaml(join(SAMPLE, 'pages.yaml')),
  sites: [readYaml(join(SAMPLE, 'friends.yaml'))],
  comments: readYaml(join(SAMPLE, 'comments.yaml')),
});

export type ReadyMade = Offered & SiteFiles & { key: string };

/** The names of the pictures that something in a site's files shows. */
function picturesIn(value: unknown): string[] {
  if (Array.isArray(value)) return value.flatMap(picturesIn);
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) =>
    key === 'media' && typeof each === 'string' ? [each] : picturesIn(each),
  );
}

/** The ready-made sites, in the order in which they are offered; each is one file, and shows pictures beside it. */
export const readReadyMade = (): ReadyMade[] =>
  Object.entries(byName(FOLDER, '.yaml', readYaml<Offered & Omit<SiteFiles, 'pictures'>>))
    .map(([key, written]): ReadyMade => {
      const shown = picturesIn([written.entries, written.pages, written.shared]);
      const pictures = byName(join(FOLDER, 'pictures'), '.svg', (path) => path);
      return {
        ...written,
        key,
        pictures: Object.fromEntries(
          Object.entries(pictures).flatMap(([name, path]) =>
            shown.includes(name) ? [[name, readFileSync(path)]] : [],
          ),
        ),
      };
    })
    .sort((a, b) => a.order - b.order);
