import fc from 'fast-check';
import { compareDrawings, type Drawn, type Mark } from './compare-drawings';

const words = fc
  .array(fc.constantFrom('reed', 'heron', 'by', 'boat', 'still', 'pools'), { minLength: 1, maxLength: 5 })
  .map((each) => each.join(' '));
const text = words.map((said): Drawn => ({ name: '', text: said, children: [] }));
const { drawing } = fc.letrec<{ drawing: Drawn }>((tie) => ({
  drawing: fc.oneof(
    { maxDepth: 3 },
    text,
    fc
      .record({
        name: fc.constantFrom('p', 'li', 'section'),
        children: fc.array(tie('drawing'), { maxLength: 4 }),
      })
      .map(({ name, children }): Drawn => ({ name, children })),
  ),
}));
const whole = fc.array(drawing, { maxLength: 5 }).map((children): Drawn => ({ name: 'main', children }));

/** What a drawing says without what is marked in it, word by word. */
function unmarked(drawn: Drawn, marks: readonly Mark[], path: readonly number[] = []): string[] {
  const own = marks.filter((mark) => mark.path.join() === path.join());
  if (own.some(({ change }) => change === 'new' || change === 'gone')) return [];
  const ranges = own.flatMap((mark) => mark.ranges ?? []);
  const kept = [...(drawn.text ?? '')].filter((_, i) => !ranges.some(([from, to]) => i >= from && i < to));
  return [...kept, ...drawn.children.flatMap((child, i) => unmarked(child, marks, [...path, i]))].filter(
    (letter) => letter !== ' ',
  );
}

test('without what is marked two drawings say the same, and what is the same is not marked', () => {
  fc.assert(
    fc.property(whole, whole, (before, after) => {
      const marks = compareDrawings(before, after);
      expect(unmarked(before, marks.before)).toEqual(unmarked(after, marks.after));
      expect(compareDrawings(before, before)).toEqual({ before: [], after: [] });
    }),
  );
});

test('a block that stands elsewhere is moved, and its words are compared there', () => {
  const block = (id: string, said: string): Drawn => ({
    name: 'section',
    id,
    children: [{ name: 'p', children: [{ name: '', text: said, children: [] }] }],
  });
  const page = (...children: Drawn[]): Drawn => ({ name: 'main', children });
  const { before, after } = compareDrawings(
    page(block('a', 'By boat'), block('b', 'By train'), block('c', 'On foot')),
    page(block('c', 'On foot'), block('a', 'By boat'), block('b', 'By bus')),
  );
  expect(after).toEqual(
    expect.arrayContaining([
      { path: [0], change: 'moved' },
      { path: [2, 0, 0], change: 'words', ranges: [[3, 6]] },
    ]),
  );
  expect(before.map(({ change }) => change).sort()).toEqual(['moved', 'words']);
});
