import { mergeAttributes, Mark, Node, type Extension, type Extensions } from '@tiptap/core';
import { TableKit } from '@tiptap/extension-table';
import TextAlign from '@tiptap/extension-text-align';
import Paragraph from '@tiptap/extension-paragraph';
import StarterKit from '@tiptap/starter-kit';
import { isHref, mayHold, type Feature } from '../../core/content/formatted';
import { StepOut } from './formatted-step-out';

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    picture: { putPicture: (media: string, address: string) => ReturnType };
    style: { putStyle: (key: string) => ReturnType; dropStyle: () => ReturnType };
  }
}

/** A picture in a text: it names a medium. `address` is only for showing it here, and is never kept. */
const Picture = Node.create({
  name: 'picture',
  group: 'block',
  atom: true,
  draggable: true,
  addAttributes: () => ({
    media: { default: null },
    alt: { default: null },
    caption: { default: null },
    share: { default: null },
    side: { default: null },
  }),
  parseHTML: () => [
    {
      tag: 'figure[data-media]',
      getAttrs: (element) => ({
        media: element.getAttribute('data-media'),
        alt: element.querySelector('img')?.getAttribute('data-alt') ?? null,
        caption: element.querySelector('figcaption')?.textContent || null,
        share: element.getAttribute('data-share'),
        side: element.getAttribute('data-side'),
      }),
    },
  ],
  renderHTML: ({ HTMLAttributes, node }) => [
    'figure',
    {
      'data-media': String(node.attrs.media),
      ...(node.attrs.share ? { 'data-share': String(node.attrs.share) } : {}),
      ...(node.attrs.side ? { 'data-side': String(node.attrs.side) } : {}),
    },
    [
      'img',
      mergeAttributes({
        src: `/media/${String(node.attrs.media)}/here?w=640`,
        alt: String(HTMLAttributes.alt ?? ''),
        ...(typeof node.attrs.alt === 'string' ? { 'data-alt': node.attrs.alt } : {}),
      }),
    ],
    ...(node.attrs.caption ? [['figcaption', String(node.attrs.caption)] as const] : []),
  ],
  addCommands: () => ({
    putPicture:
      (media) =>
      ({ commands }) =>
        commands.insertContent({ type: 'picture', attrs: { media } }),
  }),
});

/** One of the house style's text styles on some words. */
const Style = Mark.create({
  name: 'style',
  addAttributes: () => ({
    key: {
      default: null,
      parseHTML: (element: HTMLElement) => element.getAttribute('data-style'),
      renderHTML: ({ key }: { key: string }) => ({ 'data-style': key, class: `t-${key}` }),
    },
  }),
  parseHTML: () => [{ tag: 'span[data-style]' }],
  renderHTML: ({ HTMLAttributes }) => ['span', HTMLAttributes, 0],
  addCommands() {
    return {
      putStyle:
        (key) =>
        ({ commands }) =>
          commands.setMark(this.name, { key }),
      dropStyle:
        () =>
        ({ commands }) =>
          commands.unsetMark(this.name),
    };
  },
});

/** A whole paragraph in one of the text styles. */
const StyledParagraph = Paragraph.extend({
  addAttributes() {
    return {
      ...this.parent?.(),
      style: {
        default: null,
        parseHTML: (element: HTMLElement) => element.getAttribute('data-style'),
        renderHTML: ({ style }: { style: string | null }) =>
          style ? { 'data-style': style, class: `t-${style}` } : {},
      },
    };
  },
});

/** How pieces that hold others say which, where the editor's own kits would let them hold any. */
const holders: Readonly<Record<string, (inside: string) => string>> = {
  listItem: (inside) => `paragraph ${inside}*`,
  blockquote: (inside) => `${inside}+`,
  tableCell: (inside) => `${inside}+`,
  tableHeader: (inside) => `${inside}+`,
};

/** A kit whose pieces hold only what may stand in them: what could not be kept cannot be typed or pasted either. */
const held = <Options>(kit: Extension<Options>, allow: readonly Feature[]): Extension<Options> =>
  kit.extend({
    addExtensions() {
      return (this.parent?.() ?? []).map((each) => {
        const says = holders[each.name];
        return says && each instanceof Node
          ? each.extend({ content: says(`(${mayHold(each.name, allow).join(' | ')})`) })
          : each;
      });
    },
  });

/** What the editor knows for a field: only what the field allows, so that nothing else can be typed or pasted. */
export function extensionsFor(allow: readonly Feature[]): Extensions {
  const has = (feature: Feature) => allow.includes(feature);
  const starterKit = held(StarterKit, allow);
  return [
    starterKit.configure({
      strike: false,
      trailingNode: false,
      paragraph: false,
      ...(has('bold') ? {} : { bold: false as const }),
      ...(has('italic') ? {} : { italic: false as const }),
      ...(has('underline') ? {} : { underline: false as const }),
      ...(has('code') ? {} : { code: false as const, codeBlock: false as const }),
      ...(has('quote') ? {} : { blockquote: false as const }),
      ...(has('rule') ? {} : { horizontalRule: false as const }),
      ...(has('lists')
        ? {}
        : {
            bulletList: false as const,
            orderedList: false as const,
            listItem: false as const,
            listKeymap: false as const,
          }),
      heading: has('headings') ? { levels: [2, 3, 4] } : false,
      link: has('link')
        ? {
            openOnClick: false,
            autolink: false,
            linkOnPaste: true,
            protocols: ['page', 'entry', 'media'],
            isAllowedUri: (uri) => isHref(uri),
          }
        : false,
    }),
    StyledParagraph,
    StepOut,
    ...(has('styles') ? [Style] : []),
    ...(has('alignment')
      ? [TextAlign.configure({ types: ['paragraph', ...(has('headings') ? ['heading'] : [])] })]
      : []),
    ...(has('table') ? [held(TableKit, allow).configure({ table: { resizable: false } })] : []),
    ...(has('picture') ? [Picture] : []),
  ];
}
