import { pointer, read, refuse, refuseAll, type Fault, type Reading } from '../faults';
import { isId } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';

/** What a formatted text may use besides plain paragraphs. */
export const features = [
  'bold',
  'italic',
  'underline',
  'link',
  'headings',
  'lists',
  'alignment',
  'quote',
  'picture',
  'table',
  'code',
  'rule',
  'styles',
] as const;
export type Feature = (typeof features)[number];

/** One stretch of a formatted text, or one piece of its structure. A tree of plain data, never markup. */
export type FormattedNode = {
  type: string;
  attrs?: JsonObject;
  marks?: FormattedMark[];
  content?: FormattedNode[];
  text?: string;
};
export type FormattedMark = { type: string; attrs?: JsonObject };
export type FormattedText = { type: 'doc'; content: FormattedNode[] };

export const formattedBounds = { depth: 16, nodes: 20_000, characters: 200_000 } as const;

type Attr = (value: Json) => boolean;
interface NodeRule {
  feature?: Feature;
  /** What may stand inside: 'text', or the names of nodes. */
  holds: readonly string[];
  attrs?: Record<string, Attr>;
}

const blocks = [
  'paragraph',
  'heading',
  'bulletList',
  'orderedList',
  'blockquote',
  'codeBlock',
  'horizontalRule',
  'picture',
  'table',
];
const inline = ['text', 'hardBreak'];
const isKeyText: Attr = (value) => typeof value === 'string' && /^[a-z][A-Za-z0-9]{0,59}$/.test(value);
const isSmall: Attr = (value) =>
  typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= 100;
const align: Attr = (value) =>
  value === 'left' || value === 'center' || value === 'right' || value === 'justify';
const words: Attr = (value) => typeof value === 'string' && value.length <= 500;

/** How much of the measure a picture in a text takes, where it is not all of it, and at which side words run past it. */
export const pictureShares = ['third', 'half'] as const;
export const pictureSides = ['left', 'right'] as const;
const oneOf =
  (values: readonly string[]): Attr =>
  (value) =>
    values.some((each) => each === value);

/** The nodes there are: a subset of what the editor's own document knows, each attribute with what it takes. */
const nodes: Record<string, NodeRule> = {
  paragraph: { holds: inline, attrs: { textAlign: align, style: isKeyText } },
  heading: {
    feature: 'headings',
    holds: inline,
    attrs: { level: (value) => value === 2 || value === 3 || value === 4, textAlign: align },
  },
  bulletList: { feature: 'lists', holds: ['listItem'] },
  orderedList: {
    feature: 'lists',
    holds: ['listItem'],
    attrs: {
      start: (value) => typeof value === 'number' && Number.isSafeInteger(value) && value >= 0,
    },
  },
  listItem: { feature: 'lists', holds: ['paragraph', 'bulletList', 'orderedList'] },
  blockquote: { feature: 'quote', holds: ['paragraph', 'bulletList', 'orderedList'] },
  codeBlock: {
    feature: 'code',
    holds: ['text'],
    attrs: { language: (value) => typeof value === 'string' && value.length <= 40 },
  },
  horizontalRule: { feature: 'rule', holds: [] },
  picture: {
    feature: 'picture',
    holds: [],
    attrs: {
      media: (value) => typeof value === 'string' && isId(value),
      // Empty, it is decoration; without one, the medium's own words stand.
      alt: words,
      caption: words,
      share: oneOf(pictureShares),
      side: oneOf(pictureSides),
    },
  },
  table: { feature: 'table', holds: ['tableRow'] },
  tableRow: { feature: 'table', holds: ['tableCell', 'tableHeader'] },
  tableCell: {
    feature: 'table',
    holds: ['paragraph', 'bulletList', 'orderedList'],
    attrs: { colspan: isSmall, rowspan: isSmall },
  },
  tableHeader: { feature: 'table', holds: ['paragraph'], attrs: { colspan: isSmall, rowspan: isSmall } },
  hardBreak: { holds: [] },
};

/** Which pieces may stand right inside one of a type, where a field allows these features. */
export const mayHold = (type: string, allow: readonly Feature[]): readonly string[] =>
  (nodes[type]?.holds ?? []).filter((each) => {
    const feature = nodes[each]?.feature;
    return feature === undefined || allow.includes(feature);
  });

/** Where a link in a text leads: an address that only opens a page, or something kept here by its id (`page:…`). */
const href =
  /^(https?:\/\/\S{1,2000}|mailto:\S{1,320}|tel:\+?[0-9()./-]{3,40}|page:[0-9a-f-]{36}(#b-[0-9a-f-]{36})?|(entry|media):[0-9a-f-]{36})$/i;

/** Whether a link in a text may lead to such an address. */
export const isHref = (address: string): boolean => href.test(address);

const marks: Record<string, { feature: Feature; attrs?: Record<string, Attr> }> = {
  link: { feature: 'link', attrs: { href: (value) => typeof value === 'string' && isHref(value) } },
  bold: { feature: 'bold' },
  code: { feature: 'code' },
  italic: { feature: 'italic' },
  underline: { feature: 'underline' },
  style: { feature: 'styles', attrs: { key: isKeyText } },
};

/** Attributes that an editor writes with nothing in them, or that say what is so anyway. */
const idle = (value: Json) => value === null || value === undefined;

const blank: FormattedNode = { type: 'paragraph' };

/**
 * What stands inside a piece, so that it is one the editor could have made: a list item begins with a paragraph, a cell has
 * one, code has no marks; what holds things and has none is no piece at all (undefined).
 */
function filled(type: string, content: FormattedNode[]): FormattedNode[] | undefined {
  switch (type) {
    case 'listItem':
      return content[0]?.type === 'paragraph' ? content : [blank, ...content];
    case 'tableCell':
    case 'tableHeader':
      return content.length > 0 ? content : [blank];
    case 'bulletList':
    case 'orderedList':
    case 'blockquote':
    case 'table':
    case 'tableRow':
      return content.length > 0 ? content : undefined;
    case 'codeBlock':
      return content.map(({ marks: _marks, ...node }) => node);
    default:
      return content;
  }
}

/** The marks that count, in the editor's order: of each kind one, and beside code none. */
function inForce(given: readonly FormattedMark[]): FormattedMark[] {
  const of = (type: string) => given.find((each) => each.type === type);
  const code = of('code');
  return code ? [code] : Object.keys(marks).flatMap((type) => of(type) ?? []);
}

/** The same pieces, stretches of text with the same marks as one. */
function joined(content: readonly FormattedNode[]): FormattedNode[] {
  const made: FormattedNode[] = [];
  for (const node of content) {
    const last = made.at(-1);
    if (
      last?.text !== undefined &&
      node.text !== undefined &&
      JSON.stringify(last.marks ?? []) === JSON.stringify(node.marks ?? [])
    )
      made[made.length - 1] = { ...last, text: last.text + node.text };
    else made.push(node);
  }
  return made;
}

class FormattedReader {
  readonly faults: Fault[] = [];
  private count = 0;
  private characters = 0;

  private fault(path: string, code: string, message: string): undefined {
    if (this.faults.length < 20) this.faults.push({ path, code, message });
    return undefined;
  }

  private attrs(
    input: Json | undefined,
    known: Record<string, Attr> = {},
    path: string,
    what: string,
  ): JsonObject | undefined {
    if (input === undefined || input === null) return undefined;
    if (!isJsonObject(input)) return this.fault(path, 'kind', 'Attributes are an object.');
    const kept: JsonObject = {};
    for (const [key, value] of Object.entries(input)) {
      if (idle(value)) continue;
      const takes = known[key];
      // Addresses that run something, and attributes nobody knows, never come in.
      if (!takes) this.fault(pointer(path, key), 'unknown', `"${key}" means nothing on ${what}.`);
      else if (!takes(value))
        this.fault(pointer(path, key), 'value', `This is no ${key} that can be kept on ${what}.`);
      else if (
        !((key === 'colspan' || key === 'rowspan' || key === 'start') && value === 1) &&
        !(key === 'textAlign' && value === 'left')
      )
        kept[key] = value;
    }
    return Object.keys(kept).length > 0 ? kept : undefined;
  }

  nodes(input: Json | undefined, holds: readonly string[], path: string, depth: number): FormattedNode[] {
    if (input === undefined || input === null) return [];
    if (!Array.isArray(input)) return this.fault(path, 'kind', 'What stands inside is a list.') ?? [];
    if (depth > formattedBounds.depth)
      return this.fault(path, 'bound', `A text nests at most ${formattedBounds.depth} deep.`) ?? [];
    return input.flatMap((each, i) => this.node(each, holds, pointer(path, i), depth) ?? []);
  }

  private node(
    input: Json,
    holds: readonly string[],
    path: string,
    depth: number,
  ): FormattedNode | undefined {
    this.count += 1;
    if (this.count > formattedBounds.nodes)
      return this.count === formattedBounds.nodes + 1
        ? this.fault(
            path,
            'bound',
            `A text has at most ${formattedBounds.nodes.toLocaleString('en')} pieces.`,
          )
        : undefined;
    if (!isJsonObject(input) || typeof input.type !== 'string')
      return this.fault(path, 'kind', 'A piece of text says of what type it is.');
    const { type } = input;
    for (const key of Object.keys(input))
      if (!['type', 'attrs', 'marks', 'content', 'text'].includes(key))
        return this.fault(pointer(path, key), 'unknown', `"${key}" means nothing here.`);
    if (!holds.includes(type))
      return this.fault(pointer(path, 'type'), 'place', `"${type}" may not stand here.`);
    if (type === 'text') return this.text(input, path);
    const rule = nodes[type];
    if (!rule) return this.fault(pointer(path, 'type'), 'unknown', `There is no "${type}" in a text.`);
    const attrs = this.attrs(input.attrs, rule.attrs, pointer(path, 'attrs'), type);
    const content = this.nodes(input.content, rule.holds, pointer(path, 'content'), depth + 1);
    if (type === 'picture' && !attrs?.media)
      return this.fault(path, 'media', 'A picture in a text names its medium.');
    const within = filled(type, content);
    const whole = within && joined(within);
    return whole && { type, ...(attrs ? { attrs } : {}), ...(whole.length > 0 ? { content: whole } : {}) };
  }

  private text(input: JsonObject, path: string): FormattedNode | undefined {
    const { text } = input;
    if (typeof text !== 'string' || text === '')
      return this.fault(pointer(path, 'text'), 'kind', 'A stretch of text has words.');
    this.characters += text.length;
    if (this.characters > formattedBounds.characters)
      return this.fault(
        path,
        'bound',
        `A text has at most ${formattedBounds.characters.toLocaleString('en')} characters.`,
      );
    if (!text.isWellFormed() || /[\u0000-\u0008\u000b\u000c\u000e-\u001f]/.test(text))
      return this.fault(path, 'characters', 'This holds characters that cannot be kept.');
    const given = input.marks ?? [];
    if (!Array.isArray(given)) return this.fault(pointer(path, 'marks'), 'kind', 'Marks are a list.');
    const kept = given.flatMap((each, i): FormattedMark[] => {
      const at = pointer(path, 'marks', i);
      const rule = isJsonObject(each) && typeof each.type === 'string' ? marks[each.type] : undefined;
      if (!rule || !isJsonObject(each)) return this.fault(at, 'unknown', 'There is no such mark.') ?? [];
      // An editor's link carries how a window opens; that is the link kind's to say, not a text's.
      const attrs =
        isJsonObject(each.attrs) && each.type === 'link' ? { href: each.attrs.href ?? null } : each.attrs;
      const read = this.attrs(attrs, rule.attrs, pointer(at, 'attrs'), String(each.type));
      if (rule.attrs && !read)
        return this.faults.length > 0 ? [] : (this.fault(at, 'value', 'This mark leads nowhere.') ?? []);
      return [{ type: String(each.type), ...(read ? { attrs: read } : {}) }];
    });
    const own = inForce(kept);
    return { type: 'text', text: text.normalize('NFC'), ...(own.length > 0 ? { marks: own } : {}) };
  }
}

/**
 * Reads a formatted text into its one normal form: only known pieces, in places where they may stand, within
 * bounds.
 */
export function parseFormatted(input: Json): Reading<FormattedText> {
  if (!isJsonObject(input) || input.type !== 'doc')
    return refuse('kind', 'This takes a formatted text: { type: "doc", content: [...] }.');
  const reader = new FormattedReader();
  const content = reader.nodes(input.content, blocks, '/content', 1);
  return reader.faults.length > 0 ? refuseAll(reader.faults) : read<FormattedText>({ type: 'doc', content });
}

/** Every piece of a text, in reading order, with its place as a JSON Pointer. */
export function* piecesOf(text: FormattedText): Generator<{ node: FormattedNode; path: string }> {
  function* walk(
    list: readonly FormattedNode[],
    path: string,
  ): Generator<{ node: FormattedNode; path: string }> {
    for (const [i, node] of list.entries()) {
      const at = `${path}/${i}`;
      yield { node, path: at };
      if (node.content) yield* walk(node.content, `${at}/content`);
    }
  }
  yield* walk(text.content, '/content');
}

/** Which features a text uses, and which text styles by key. */
export function featuresUsed(text: FormattedText): { features: Set<Feature>; styles: Set<string> } {
  const used = { features: new Set<Feature>(), styles: new Set<string>() };
  for (const { node } of piecesOf(text)) {
    const feature = nodes[node.type]?.feature;
    if (feature) used.features.add(feature);
    if (node.attrs?.textAlign) used.features.add('alignment');
    for (const mark of node.marks ?? []) {
      const by = marks[mark.type]?.feature;
      if (by) used.features.add(by);
    }
    for (const style of [
      node.attrs?.style,
      ...(node.marks ?? []).map(({ type, attrs }) => (type === 'style' ? attrs?.key : undefined)),
    ]) {
      if (typeof style !== 'string') continue;
      used.features.add('styles');
      used.styles.add(style);
    }
  }
  return used;
}

/** The words alone, a blank line between blocks. */
export function plainText(text: FormattedText): string {
  const flat = (node: FormattedNode): string =>
    node.type === 'hardBreak'
      ? '\n'
      : (node.text ??
        (node.content ?? []).map(flat).join(['listItem', 'tableRow'].includes(node.type) ? ' ' : ''));
  const lines = (node: FormattedNode): string[] =>
    ['bulletList', 'orderedList', 'table', 'blockquote'].includes(node.type)
      ? (node.content ?? []).flatMap(lines)
      : [flat(node)];
  return text.content
    .flatMap(lines)
    .filter((line) => line !== '')
    .join('\n\n');
}

/** How many words a reader counts. */
export const wordCount = (text: string): number =>
  text.split(/\s+/).filter((word) => /[\p{L}\p{N}]/u.test(word)).length;

const internal = /^(page|entry|media):([0-9a-f-]{36})(?:#b-([0-9a-f-]{36}))?$/;

/** The thing kept here that a link in a text leads to, if it leads to one. */
export function targetOfHref(
  address: string,
): { sort: 'page' | 'entry' | 'media'; target: string; block?: string } | undefined {
  const [, sort, target, block] = internal.exec(address) ?? [];
  return sort && target
    ? { sort: sort as 'page' | 'entry' | 'media', target, ...(block === undefined ? {} : { block }) }
    : undefined;
}

/** What a text refers to: pictures in it, and what its links lead to. */
export function referencesInFormatted(
  text: FormattedText,
): { path: string; sort: 'page' | 'entry' | 'media'; target: string; block?: string }[] {
  return [...piecesOf(text)].flatMap(({ node, path }) => {
    if (node.type === 'picture' && typeof node.attrs?.media === 'string')
      return [{ path: `${path}/attrs/media`, sort: 'media' as const, target: node.attrs.media }];
    return (node.marks ?? []).flatMap(({ attrs }, m) => {
      const found = typeof attrs?.href === 'string' ? targetOfHref(attrs.href) : undefined;
      return found ? [{ path: `${path}/marks/${m}/attrs/href`, ...found }] : [];
    });
  });
}

/** A formatted text made of plain paragraphs, blank lines between them. */
export const formattedFrom = (text: string): FormattedText => ({
  type: 'doc',
  content: text
    .split(/\n{2,}/)
    .map((paragraph) => paragraph.trim())
    .filter(Boolean)
    .map((paragraph) => ({
      type: 'paragraph',
      content: [{ type: 'text', text: paragraph.replace(/\s*\n\s*/g, ' ') }],
    })),
});

const HEADING = '## ';

/** The same as files of a site write it: a paragraph that begins with `## ` is a heading. */
export const formattedInFile = (text: string): FormattedText => {
  const { type, content } = formattedFrom(text);
  return {
    type,
    content: content.map((node) => {
      const words = node.content?.[0]?.text ?? '';
      return words.startsWith(HEADING)
        ? {
            type: 'heading',
            attrs: { level: 2 },
            content: [{ type: 'text', text: words.slice(HEADING.length) }],
          }
        : node;
    }),
  };
};
