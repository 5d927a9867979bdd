import { pointer, read, refuse, type Fault, type Reading } from '../../faults';
import { isId, type Id } from '../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import { parseEdit, sizeSeen } from '../../content/picture-edit';
import { whyNotThere, type KnownMedia, type MediaSort } from '../../content/known';
import type { Kind } from './kind';
import {
  asList,
  ofEach,
  parseSeveral,
  severalBound,
  severalFaults,
  severalInWords,
  severalRulesFaults,
  severalSchema,
  type SeveralRules,
} from './several';
import { textIn } from './text';

export const mediaSorts: readonly MediaSort[] = ['picture', 'document', 'sound', 'film'];

export interface MediaRules extends SeveralRules {
  /** The sorts that may stand here; none means any. */
  accept: MediaSort[];
  /** In pixels, of pictures. */
  leastWidth?: number;
  leastHeight?: number;
  /** Width to height, such as 1.5, within a fiftieth. */
  ratio?: number;
  altNeeded?: boolean;
}
/** One medium where it is used. What is said here goes before what the medium says itself. */
export type MediaUse = {
  media: Id;
  alt?: string;
  /** It says nothing here that needs words. */
  decoration?: boolean;
  caption?: string;
  credit?: string;
  /** How it is turned, straightened and cut here (see `parseEdit`), instead of as it is everywhere; empty as it came. */
  edit?: string;
  /** The point that stays in view when it is cropped: shares of the width and height from the top left corner. */
  focus?: { x: number; y: number };
};
declare module './kind' {
  interface KindRules {
    media: MediaRules;
  }
  interface KindValues {
    media: MediaUse | MediaUse[];
  }
}

/** How large (px) a picture is where it is used; nothing where that is not known. */
export function sizeInUse(
  { edit }: Pick<MediaUse, 'edit'>,
  { width, height, came }: Pick<KnownMedia, 'width' | 'height' | 'came'>,
): { width?: number; height?: number } {
  if (width === undefined || height === undefined) return {};
  const read = edit === undefined ? undefined : parseEdit(edit);
  return read ? sizeSeen(read, came?.width ?? width, came?.height ?? height) : { width, height };
}

const textBound = 500;
const sortWords: Record<MediaSort, string> = {
  picture: 'pictures',
  document: 'documents',
  sound: 'sounds',
  film: 'films',
};
const isShare = (value: unknown): value is number => typeof value === 'number' && value >= 0 && value <= 1;

function parseUse(input: Json): Reading<MediaUse> {
  if (typeof input === 'string' && isId(input)) return read<MediaUse>({ media: input });
  if (!isJsonObject(input) || typeof input.media !== 'string' || !isId(input.media))
    return refuse('kind', 'This takes { media, alt, caption, focus }, with the id of a medium.');
  const use: MediaUse = { media: input.media };
  for (const key of Object.keys(input))
    if (!['media', 'alt', 'decoration', 'caption', 'credit', 'edit', 'focus'].includes(key))
      return refuse('unknown', `"${key}" means nothing here.`, pointer('', key));
  for (const key of ['alt', 'caption', 'credit'] as const) {
    const given = input[key];
    if (given === undefined || given === null || given === '') continue;
    const text = textIn(given, textBound);
    if (!text.ok) return { ok: false, faults: text.faults.map((fault) => ({ ...fault, path: `/${key}` })) };
    const told = text.value.trim();
    if (told) use[key] = told;
  }
  if (input.decoration !== undefined && typeof input.decoration !== 'boolean')
    return refuse('kind', 'Decoration: yes or no.', '/decoration');
  if (input.decoration === true) use.decoration = true;
  if (input.edit !== undefined && input.edit !== null) {
    if (typeof input.edit !== 'string' || parseEdit(input.edit) === undefined)
      return refuse('edit', 'It is turned, straightened and cut as in t90s-2.5c0.1,0,0.8,0.75.', '/edit');
    use.edit = input.edit;
  }
  if (input.focus !== undefined && input.focus !== null) {
    const { focus } = input;
    if (!isJsonObject(focus) || !isShare(focus.x) || !isShare(focus.y))
      return refuse('focus', 'The focal point is { x, y }, each from 0 to 1.', '/focus');
    use.focus = { x: focus.x, y: focus.y };
  }
  return read(use);
}

const useSchema: JsonObject = {
  type: 'object',
  required: ['media'],
  additionalProperties: false,
  properties: {
    media: { type: 'string', format: 'uuid' },
    alt: { type: 'string', maxLength: textBound },
    decoration: { type: 'boolean' },
    caption: { type: 'string', maxLength: textBound },
    credit: { type: 'string', maxLength: textBound },
    edit: { type: 'string', maxLength: 60 },
    focus: {
      type: 'object',
      required: ['x', 'y'],
      properties: {
        x: { type: 'number', minimum: 0, maximum: 1 },
        y: { type: 'number', minimum: 0, maximum: 1 },
      },
    },
  },
};

export const media: Kind<'media'> = {
  name: 'media',
  label: 'Media',
  purpose: 'A picture, a document, a sound or a film, with its words here.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['accept'],
    properties: {
      ...severalSchema,
      accept: { type: 'array', maxItems: 4, uniqueItems: true, items: { enum: [...mediaSorts] } },
      leastWidth: { type: 'integer', minimum: 1, maximum: 20000 },
      leastHeight: { type: 'integer', minimum: 1, maximum: 20000 },
      ratio: { type: 'number', exclusiveMinimum: 0, maximum: 20 },
      altNeeded: { type: 'boolean' },
    },
  },
  valueSchema: ({ multiple }) =>
    multiple ? { type: 'array', maxItems: severalBound, items: useSchema } : useSchema,
  comparisons: ['filled', 'empty'],
  fromFile: (written, _rules, names) =>
    ofEach(written, (use) =>
      isJsonObject(use) ? { ...use, media: names.media(use.media ?? null) } : names.media(use),
    ),
  isOpaque: true,
  maySeveral: true,
  shows: 'media',
  showsPictures: ({ accept }) => accept.length === 0 || accept.includes('picture'),
  freshRules: () => ({ accept: ['picture'], altNeeded: true }),
  checkRules: severalRulesFaults,
  read: (input, rules) => parseSeveral(input, rules, parseUse, (use) => use.media, 'media'),
  speak(value, rules) {
    const uses = asList(value).map((use): JsonObject => ({ ...use }));
    return rules.multiple ? uses : (uses[0] ?? null);
  },
  check(value, rules, { known }) {
    const uses = asList(value);
    const faults: Fault[] = severalFaults(uses.length, rules, 'medium', 'media');
    uses.forEach((use, i) => {
      const path = rules.multiple ? `/${i}` : '';
      const found = known?.media.get(use.media);
      if (!known) return;
      if (!found) {
        faults.push({
          path,
          code: 'gone',
          message: whyNotThere(known, use.media, 'It shows a medium that is gone. Choose again.'),
        });
        return;
      }
      if (rules.accept.length > 0 && !rules.accept.includes(found.sort))
        faults.push({
          path,
          code: 'sort',
          message: `Only ${rules.accept.map((sort) => sortWords[sort]).join(' and ')} may stand here.`,
        });
      if (found.sort !== 'picture') return;
      if (rules.altNeeded && !use.alt && !found.alt && !use.decoration && !found.decoration)
        faults.push({
          path: `${path}/alt`,
          code: 'alt',
          message: `Say in words what “${found.label}” shows, for those who cannot see it.`,
        });
      const { width = 0, height = 0 } = sizeInUse(use, found);
      if (rules.leastWidth !== undefined && width < rules.leastWidth)
        faults.push({
          path,
          code: 'too-small',
          message: `At least ${rules.leastWidth} pixels wide; this has ${width}.`,
        });
      if (rules.leastHeight !== undefined && height < rules.leastHeight)
        faults.push({
          path,
          code: 'too-small',
          message: `At least ${rules.leastHeight} pixels high; this has ${height}.`,
        });
      if (rules.ratio !== undefined && height > 0 && Math.abs(width / height / rules.ratio - 1) > 0.02)
        faults.push({
          path,
          code: 'ratio',
          message: `The width must be ${rules.ratio} times the height; this has ${(width / height).toFixed(2)}.`,
        });
    });
    return faults;
  },
  refers: (value, rules) =>
    asList(value).map(({ media: target }, i) => ({
      path: rules.multiple ? `/${i}` : '',
      sort: 'media',
      target,
    })),
  indexShape: ({ multiple }) => ({ column: 'INTEGER', sort: 'none', many: multiple ?? false, ids: true }),
  indexCell: (value, { multiple }) => ({
    value: multiple ? asList(value).length : null,
    ids: asList(value).map(({ media: id }) => id),
  }),
  inWords: (value, _rules, { known }) =>
    asList(value)
      .map((use) => use.alt ?? known?.media.get(use.media)?.label ?? '')
      .filter(Boolean)
      .join(', '),
  rulesInWords(rules) {
    const sides = [
      rules.leastWidth && `${rules.leastWidth} wide`,
      rules.leastHeight && `${rules.leastHeight} high`,
    ]
      .filter(Boolean)
      .join(' and ');
    const size = sides && `at least ${sides} in pixels`;
    const words = rules.accept.length === 1 && rules.accept[0] ? sortWords[rules.accept[0]] : 'media';
    return [
      severalInWords(rules, words.replace(/s$/, ''), words),
      size,
      rules.ratio && `${rules.ratio} to 1`,
      rules.altNeeded && 'alternative text needed',
    ]
      .filter(Boolean)
      .join(', ');
  },
};
