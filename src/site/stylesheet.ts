import type { HouseStyle } from '../core/model/document';
import { fontFaces } from './font-faces';
import { houseRules, namedRules } from './house-rules';

/** The files in `styles` that dress a visitor's page, in the order in which they count. */
export const styleFiles = [
  'document.css',
  'page.css',
  'search.css',
  'accounts.css',
  'foot.css',
  'side.css',
  'navigation.css',
  'arrangements.css',
  'facets.css',
  'faces.css',
  'on-this-page.css',
  'overlaid.css',
  'print.css',
] as const;

/** Styles without what only people read: comments, and room between words. */
const tight = (css: string): string => css.replace(/\/\*.*?\*\//gs, '').replace(/\s+/g, ' ');

/** The one stylesheet of a site's visitor pages: what stands in the files, in a house style. */
export const siteStylesheet = (style: HouseStyle, files: readonly string[]): string =>
  tight([fontFaces, houseRules(style), ...files, namedRules(style)].join('\n'));
