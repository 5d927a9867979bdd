import { getSchema } from '@tiptap/core';
import type { Schema } from '@tiptap/pm/model';
import fc from 'fast-check';
import { features, featuresUsed, parseFormatted, type Feature } from '../../core/content/formatted';
import { newId } from '../../core/ids';
import type { Json, JsonObject } from '../../core/json';
import { extensionsFor } from './formatted-editor';

const media = newId();
const mark = fc.constantFrom<JsonObject>(
  { type: 'bold' },
  { type: 'italic' },
  { type: 'code' },
  { type: 'link', attrs: { href: 'https://quillwater.example' } },
  { type: 'style', attrs: { key: 'lead' } },
);
const text = fc
  .tuple(fc.string({ minLength: 1, maxLength: 5 }), fc.array(mark, { maxLength: 3 }))
  .map(([words, marks]): JsonObject => ({ type: 'text', text: words, marks }));
const inline = fc.oneof(text, fc.constant<JsonObject>({ type: 'hardBreak' }));

/** Anything that may be sent: pieces that lack what they should hold. */
const holding = (type: string, inside: fc.Arbitrary<JsonObject>, attrs: JsonObject = {}) =>
  fc.array(inside, { maxLength: 2 }).map((content): JsonObject => ({ type, attrs, content }));
const listType = fc.constantFrom('bulletList', 'orderedList');
const paragraph = holding('paragraph', inline);
const listOf = (item: fc.Arbitrary<JsonObject>) => listType.chain((type) => holding(type, item));
const item = holding('listItem', fc.oneof(paragraph, listOf(holding('listItem', paragraph))));
const cell = fc.constantFrom('tableCell', 'tableHeader').chain((type) => holding(type, paragraph));
const piece = fc.oneof(
  paragraph,
  holding('heading', inline, { level: 2 }),
  listOf(item),
  holding('blockquote', fc.oneof(paragraph, listOf(item))),
  holding('codeBlock', text),
  holding('table', holding('tableRow', cell)),
  fc.constant<JsonObject>({
    type: 'picture',
    attrs: { media, share: 'half', side: 'left', caption: 'A weir' },
  }),
  fc.constant<JsonObject>({ type: 'horizontalRule' }),
);

/** Pieces in any place, as typing, marks of Markdown and pasting may put them. */
const { block: anywhere } = fc.letrec<{ block: JsonObject; blocks: JsonObject[] }>((tie) => {
  const around = (type: string, attrs: JsonObject = {}) =>
    tie('blocks').map((content): JsonObject => ({ type, attrs, content }));
  const among = (type: string, part: string) =>
    fc.array(around(part), { minLength: 1, maxLength: 2 }).map((content): JsonObject => ({ type, content }));
  return {
    block: fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      paragraph,
      piece,
      among('bulletList', 'listItem'),
      among('orderedList', 'listItem'),
      around('blockquote'),
      among('tableRow', 'tableCell').map((row): JsonObject => ({ type: 'table', content: [row] })),
      among('tableRow', 'tableHeader').map((row): JsonObject => ({ type: 'table', content: [row] })),
    ),
    blocks: fc.array(tie('block'), { minLength: 1, maxLength: 3 }),
  };
});

test('whatever the editor of a field can hold is taken, with no more than the field allows', () => {
  let held = 0;
  const schemas = new Map<readonly Feature[], Schema>();
  fc.assert(
    fc.property(
      fc.array(anywhere, { minLength: 1, maxLength: 2 }),
      fc.constantFrom<readonly Feature[]>(features, ['lists', 'quote'], ['table', 'link'], []),
      (content, allow) => {
        const schema = schemas.get(allow) ?? getSchema(extensionsFor(allow));
        schemas.set(allow, schema);
        const node = (() => {
          try {
            const made = schema.nodeFromJSON({ type: 'doc', content });
            made.check();
            return made;
          } catch (error) {
            if (error instanceof RangeError) return undefined;
            throw error;
          }
        })();
        if (!node) return;
        held += 1;
        const read = parseFormatted(node.toJSON() as Json);
        expect(read.ok ? [] : read.faults).toEqual([]);
        const used = read.ok ? [...featuresUsed(read.value).features] : [];
        expect(used.filter((feature) => !allow.includes(feature))).toEqual([]);
      },
    ),
    { numRuns: 2000 },
  );
  expect(held).toBeGreaterThan(100);
});

test('whatever is taken as a text is one that the editor of a field with what it uses could have made', () => {
  let taken = 0;
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 4 }), (content) => {
      const read = parseFormatted({ type: 'doc', content } as Json);
      if (!read.ok || read.value.content.length === 0) return;
      taken += 1;
      const used = [...featuresUsed(read.value).features];
      const schema = getSchema(extensionsFor(features.filter((feature) => used.includes(feature))));
      const node = schema.nodeFromJSON(read.value);
      node.check();
      // And it says the same when the editor tells what it holds.
      expect(parseFormatted(node.toJSON() as Json)).toEqual(read);
    }),
  );
  expect(taken).toBeGreaterThan(40);
});
