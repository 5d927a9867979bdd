import { createHash } from 'node:crypto';
import type { HouseStyle } from '../../core/model/document';
import { siteStylesheet } from '../../site/stylesheet';

const versions = new Map<string, string>();

/** The address of a site's stylesheet. It changes with what the sheet says, so that browsers may keep it for good. */
export function stylesheetAddress(style: HouseStyle): string {
  const key = JSON.stringify(style);
  const version = versions.get(key) ?? createHash('sha256').update(siteStylesheet(style)).digest('hex').slice(0, 16);
  versions.set(key, version);
  return `/site.css?v=${version}`;
}
