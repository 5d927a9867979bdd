import { getSchema } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import { EditorState, TextSelection } from '@tiptap/pm/state';
import { features } from '../../core/content/formatted';
import { extensionsFor } from './formatted-editor';
import { stepOutFor } from './formatted-step-out';

const schema = getSchema(extensionsFor(features));
const paragraph = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
const holding = (type: string, ...content: object[]) => ({ type, content });
const cells = (...texts: string[]) => texts.map((text) => holding('tableCell', paragraph(text)));
const row = holding('tableRow', ...cells('one', 'two'));
const item = (text: string, ...more: object[]) => holding('listItem', paragraph(text), ...more);
const nested = holding('bulletList', item('two'));
const pieces: Record<string, object> = {
  picture: { type: 'picture', attrs: { media: 'heron' } },
  table: holding('table', holding('tableRow', ...cells('three'))),
  horizontalRule: { type: 'horizontalRule' },
};

/** What a text becomes when a piece is put in where such words stand. */
function put(text: Node, words: string, type: string): Node {
  let at = 0;
  text.descendants((node, pos) => {
    if (node.text === words) at = pos + 1;
  });
  const { tr } = EditorState.create({ doc: text, selection: TextSelection.create(text, at) });
  stepOutFor(tr, type);
  tr.replaceSelectionWith(schema.nodeFromJSON(pieces[type]));
  tr.doc.check();
  return tr.doc;
}

describe.each(Object.keys(pieces))('%s', (type) => {
  test.each<[string, object, string]>([
    ['a list', holding('orderedList', item('one', nested), item('three')), 'two'],
    ['a quotation', holding('blockquote', paragraph('one'), paragraph('two')), 'one'],
    ['a table', holding('table', row), 'one'],
  ])('stands behind %s in which it is put', (_, holder, words) => {
    const text = schema.nodeFromJSON({ type: 'doc', content: [holder, paragraph('end')] });
    const [first, second, ...others] = put(text, words, type).children;
    expect(first?.eq(text.child(0))).toBe(true);
    expect(second?.type.name).toBe(type);
    expect(others.map((each) => each.textContent).join('')).toBe('end');
  });

  test('parts the paragraph in which it is put', () => {
    const text = schema.nodeFromJSON({ type: 'doc', content: [paragraph('end')] });
    expect(put(text, 'end', type).children.map((each) => each.type.name)).toEqual([
      'paragraph',
      type,
      'paragraph',
    ]);
  });
});
