import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { HouseStyle } from '../core/model/document';
import type { SiteFiles } from '../site/render';
import { siteStylesheet, styleFiles } from '../site/stylesheet';
import { siteScript } from '../site/script';

const versionOf = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 16);
const scriptVersion = versionOf(siteScript);
const versions = new Map<string, string>();

let texts: readonly string[] | undefined;

/** The stylesheet of the visitors' pages in a house style. Its files are read once. */
export function stylesheetIn(style: HouseStyle): string {
  texts ??= styleFiles.map((file) => readFileSync(join(process.cwd(), 'src/site/styles', file), 'utf8'));
  return siteStylesheet(style, texts);
}

/**
 * The addresses of a site's stylesheet and script. They change with what is in them, so that browsers may
 * keep them for good.
 */
export function siteFiles({ key: site, style }: { key: string; style: HouseStyle }): SiteFiles {
  const key = JSON.stringify(style);
  const version = versions.get(key) ?? versionOf(stylesheetIn(style));
  versions.set(key, version);
  return {
    stylesheet: `/site.css?site=${encodeURIComponent(site)}&v=${version}`,
    script: `/site.js?v=${scriptVersion}`,
    icon: `/site-icon.svg?site=${encodeURIComponent(site)}&v=${version}`,
  };
}

/** How long a browser may keep one of them: for good where its address names its version. */
export const keptFor = (request: Request): string =>
  new URL(request.url).searchParams.has('v') ? 'public, max-age=31536000, immutable' : 'no-cache';
