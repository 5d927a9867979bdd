import { createHash } from 'node:crypto';
import type { HouseStyle } from '../core/model/document';
import type { SiteFiles } from '../site/render';
import { siteStylesheet } from '../site/stylesheet';
import { slideScript } from '../site/turn-slides';

const versionOf = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 16);
const scriptVersion = versionOf(slideScript);
const versions = new Map<string, string>();

/**
 * The addresses of a site's stylesheet and script. They change with what is in them, so that browsers may
 * keep them for good.
 */
export function siteFiles(style: HouseStyle): SiteFiles {
  const key = JSON.stringify(style);
  const version = versions.get(key) ?? versionOf(siteStylesheet(style));
  versions.set(key, version);
  return { stylesheet: `/site.css?v=${version}`, script: `/site.js?v=${scriptVersion}` };
}

/** How long a browser may keep one of them: for good where its address names its version. */
export const keptFor = (request: Request): string =>
  new URL(request.url).searchParams.has('v') ? 'public, max-age=31536000, immutable' : 'no-cache';
