import fc from 'fast-check';
import { withAnswers } from './comments';

test('whatever is shown, each comment stands once, below what it answers or nowhere', () => {
  const one = fc.record({
    id: fc.integer({ min: 0, max: 12 }),
    answering: fc.option(fc.integer({ min: 0, max: 14 })),
  });
  fc.assert(
    fc.property(fc.uniqueArray(one, { selector: ({ id }) => id, maxLength: 13 }), (given) => {
      const rows = given.map(({ id, answering }) => ({
        ...{ id: String(id), name: 'n', words: 'w', at: '', lang: 'en', isOwn: false },
        answering: answering === null ? null : String(answering),
      }));
      const said = withAnswers(rows);
      const ids = said.flatMap((each) => [each.id, ...each.answers.map(({ id }) => id)]);
      expect(new Set(ids).size).toBe(ids.length);
      for (const row of rows) {
        const above = rows.find(({ id }) => id === row.answering);
        const isSeen = row.answering === null || above?.answering === null;
        expect(ids.includes(row.id)).toBe(isSeen);
      }
    }),
  );
});
