import {
  featuresUsed,
  plainText,
  parseFormatted,
  referencesInFormatted,
  wordCount,
  type Feature,
  type FormattedText,
  features,
  formattedFrom,
  formattedInFile,
} from '../../content/formatted';
import { lacksBlock, whyNotThere } from '../../content/known';
import type { Fault } from '../../faults';
import type { Kind } from './kind';
import { listFormatter } from '../../content/formatters';

export interface FormattedRules {
  /** What may be used; plain paragraphs always may. */
  allow: Feature[];
  /** The text styles of the house style that may be used, by key; none means all where `styles` is allowed. */
  styles?: string[];
  maxWords?: number;
}
declare module './kind' {
  interface KindRules {
    formatted: FormattedRules;
  }
  interface KindValues {
    formatted: FormattedText;
  }
}

export const featureWords: Record<Feature, string> = {
  bold: 'bold',
  italic: 'italic',
  underline: 'underlined words',
  link: 'links',
  headings: 'headings',
  lists: 'lists',
  alignment: 'alignment',
  quote: 'quotations',
  picture: 'pictures',
  table: 'tables',
  code: 'code',
  rule: 'ruled lines',
  styles: 'text styles',
};

const listed = (words: readonly string[]) =>
  listFormatter('en', { type: 'unit', style: 'short' }).format(words);

export const formatted: Kind<'formatted'> = {
  name: 'formatted',
  label: 'Formatted text',
  purpose: 'A text with headings, lists, links and the like: only what this field allows.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['allow'],
    properties: {
      allow: { type: 'array', maxItems: features.length, uniqueItems: true, items: { enum: [...features] } },
      styles: { type: 'array', maxItems: 40, uniqueItems: true, items: { $ref: '#/$defs/key' } },
      maxWords: { type: 'integer', minimum: 1, maximum: 50_000 },
    },
  },
  valueSchema: () => ({
    type: 'object',
    required: ['type', 'content'],
    properties: { type: { const: 'doc' }, content: { type: 'array', items: { type: 'object' } } },
  }),
  comparisons: ['filled', 'empty'],
  fromFile: (written) => (typeof written === 'string' ? formattedInFile(written) : written),
  words: 'formatted',
  isOpaque: true,
  gone: ({ styles = [] }, label, around) =>
    styles.flatMap((key, i) =>
      around.styles.has(key)
        ? []
        : [
            {
              path: `/styles/${i}`,
              code: 'gone',
              message: `${label} allows the text style “${key}”, which the house style no longer has.`,
            },
          ],
    ),
  sample: (_rules, label) =>
    formattedFrom(
      `${label}. A few words, as long as an editor may write here.\n\nA second paragraph follows.`,
    ),
  freshRules: () => ({ allow: ['bold', 'italic', 'link', 'headings', 'lists', 'quote'] }),
  checkRules: ({ allow, styles }) =>
    styles && styles.length > 0 && !allow.includes('styles')
      ? [
          {
            path: '/styles',
            code: 'contradiction',
            message: 'It names text styles, but does not allow them.',
          },
        ]
      : [],
  read: parseFormatted,
  speak: (value) => value,
  check(value, { allow, styles, maxWords }, { known }) {
    const faults: Fault[] = [];
    const used = featuresUsed(value);
    for (const feature of used.features)
      if (!allow.includes(feature))
        faults.push({
          path: '',
          code: 'not-allowed',
          message: `This uses ${featureWords[feature]}, which may not stand here.`,
        });
    if (styles && styles.length > 0)
      for (const style of used.styles)
        if (!styles.includes(style))
          faults.push({
            path: '',
            code: 'style',
            message: `The text style "${style}" may not be used here.`,
          });
    const words = wordCount(plainText(value));
    if (maxWords !== undefined && words > maxWords)
      faults.push({ path: '', code: 'too-long', message: `At most ${maxWords} words; this has ${words}.` });
    if (known)
      for (const { path, sort, target, block } of referencesInFormatted(value)) {
        const there = sort === 'page' ? known.pages : sort === 'entry' ? known.entries : known.media;
        const what = sort === 'media' && path.endsWith('/media') ? 'A picture in it' : 'A link in it';
        if (!there.has(target))
          faults.push({
            path,
            code: 'gone',
            message: whyNotThere(known, target, `${what} is gone. Choose again, or take it out.`),
          });
        else if (lacksBlock(known, target, block))
          faults.push({
            path,
            code: 'gone',
            message: 'A link in it leads to a block that stands on that page no more. Choose again.',
          });
      }
    return faults;
  },
  refers: referencesInFormatted,
  isBlank: (value) => plainText(value).trim() === '' && !featuresUsed(value).features.has('picture'),
  indexShape: () => ({ column: 'INTEGER', sort: 'none', many: false }),
  indexCell: () => ({ value: 1 }),
  inWords: (value) => plainText(value),
  rulesInWords: ({ allow, maxWords }) =>
    [
      allow.length === 0
        ? 'paragraphs only'
        : listed(allow.slice(0, 4).map((each) => featureWords[each])) +
          (allow.length > 4 ? ` and ${allow.length - 4} more` : ''),
      maxWords && `at most ${maxWords} words`,
    ]
      .filter(Boolean)
      .join(', '),
};
