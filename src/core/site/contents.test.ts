import fc from 'fast-check';
import { formattedInFile } from '../content/formatted';
import { contentsOf } from './contents';
import type { DrawnBlock, VisitorPage } from './visitor-page';

const block = (id: string, heading: string): DrawnBlock => ({
  id,
  type: 'text',
  face: heading ? { heading: [{ words: heading, step: 0 }] } : {},
  slots: {},
});

/** A page with a text and blocks in two slots, as far as it matters to what it lists. */
const pageOf = (text: string, more: Partial<VisitorPage> = {}): VisitorPage =>
  ({
    locale: 'en-GB',
    face: { text: [{ words: '', step: 0, text: formattedInFile(text) }] },
    slotOrder: ['main', 'aside', 'foot'],
    footSlots: ['foot'],
    slots: {
      main: [block('a', 'Below the text'), block('b', '')],
      aside: [block('c', 'Beside it')],
      foot: [block('d', 'Opening times')],
    },
    ...more,
  }) as VisitorPage;
const listed = (page: VisitorPage) =>
  contentsOf(page).items.map(({ words, anchor }) => `${words} #${anchor}`);

test('what stands on a page is listed in the order in which it is read, without its foot', () => {
  expect(listed(pageOf('First.\n\n## Gates and sluices\n\nWords.\n\n## Water'))).toEqual([
    'Gates and sluices #h-gates-and-sluices',
    'Water #h-water',
    'Below the text #b-a',
    'Beside it #b-c',
  ]);
});

test('a column beside what is read is not listed, and what a layout puts first stands first', () => {
  const rows = [
    {
      cells: [
        { width: 8, holds: [{ slot: 'main' }, 'text' as const] },
        { width: 4, holds: [{ slot: 'aside' }] },
      ],
    },
  ];
  expect(listed(pageOf('## Gates', { rows }))).toEqual(['Below the text #b-a', 'Gates #h-gates']);
});

test('one heading alone leads nowhere, and gets no anchor', () => {
  const { items, anchors } = contentsOf(pageOf('## Gates', { slots: {} }));
  expect([items, anchors.size]).toEqual([[], 0]);
});

test('whatever headings say, each has an anchor of its own that can stand in an address', () => {
  const heading = fc.oneof(
    fc.string({ minLength: 1, unit: 'binary' }),
    fc.constantFrom('Gates', 'gates', 'Gates!', '水', '…', 'h-gates', 'gates 2'),
  );
  fc.assert(
    fc.property(fc.array(heading, { minLength: 2, maxLength: 12 }), (headings) => {
      const page = pageOf('', { slots: {} });
      const content = headings.map((text) => ({
        type: 'heading',
        attrs: { level: 2 },
        content: [{ type: 'text', text }],
      }));
      page.face = { text: [{ words: '', step: 0, text: { type: 'doc', content } }] };
      const { items, anchors } = contentsOf(page);
      const names = items.map(({ anchor }) => anchor);
      expect(new Set(names).size).toBe(names.length);
      for (const name of names) expect(name).toMatch(/^h-[a-z0-9]+(-[a-z0-9]+)*$/);
      expect([...anchors.values()]).toEqual(names);
    }),
  );
});
