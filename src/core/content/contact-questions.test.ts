import fc from 'fast-check';
import { wideCompiled } from '../../../tests/wide-model';
import type { Json, JsonObject } from '../json';
import { answerFaults, answerBounds, YES } from '../site/contact';
import { serializeBlock, serializeSlots } from './blocks';
import {
  parseQuestions,
  questionBounds,
  questionFaults,
  questionsIn,
  questionSorts,
  serializeQuestions,
} from './contact-questions';
import { parseSlots } from './parse-slots';

const words = fc.string({ minLength: 1, maxLength: 20 }).filter((each) => each.trim() !== '');
const question = fc.record(
  {
    sort: fc.constantFrom(...questionSorts),
    label: words,
    choices: fc.uniqueArray(words, { minLength: 2, maxLength: 4, selector: (each) => each.trim() }),
    needed: fc.boolean(),
    translations: fc.record({ fr: fc.record({ label: words, choices: fc.array(words, { maxLength: 3 }) }) }),
  },
  { requiredKeys: ['sort', 'label', 'choices'] },
);

test('Questions are read as they are spoken, in whatever language; an answer that is right to one is right in every language', () => {
  fc.assert(
    fc.property(fc.array(question, { maxLength: questionBounds.questions }), fc.nat(9), (given, n) => {
      const { questions, faults } = parseQuestions(given as Json, '', ['fr']);
      expect(faults).toEqual([]);
      expect(parseQuestions(serializeQuestions(questions), '', ['fr']).questions).toEqual(questions);
      expect(questionFaults(questions, '')).toEqual([]);
      const [main, french] = [questionsIn(questions, undefined), questionsIn(questions, 'fr')];
      expect(french.map(({ choices }) => choices.map(({ value }) => value))).toEqual(
        main.map(({ choices }) => choices.map(({ value }) => value)),
      );
      const answers = Object.fromEntries(
        main.map(({ id, sort, choices }) => [
          id,
          sort === 'yesNo' ? YES : sort === 'oneOf' ? (choices[n % choices.length]?.value ?? '') : 'At dusk',
        ]),
      );
      expect(answerFaults(main, answers)).toEqual({});
      expect(answerFaults(french, answers)).toEqual({});
      expect(Object.keys(answerFaults(main, {})).sort()).toEqual(
        main
          .filter(({ needed }) => needed)
          .map(({ id }) => id)
          .sort(),
      );
      const tooLong = Object.fromEntries(
        main.map(({ id, sort }) => [id, 'x'.repeat(answerBounds[sort] + 1)]),
      );
      expect(Object.keys(answerFaults(main, tooLong))).toHaveLength(main.length);
    }),
  );
});

test.each<[what: string, given: Json, path: string]>([
  ['no list', 'Where?', '/questions'],
  ['more than there may be', Array.from({ length: 13 }, () => ({ sort: 'line' })), '/questions'],
  ['answered in no known way', [{ sort: 'colour', label: 'Which?' }], '/questions/0/sort'],
  ['longer than it may be', [{ sort: 'line', label: 'x'.repeat(121) }], '/questions/0/label'],
  [
    'longer in another language',
    [{ sort: 'line', label: 'x', translations: { fr: { label: 'x'.repeat(121) } } }],
    '/questions/0/translations/fr/label',
  ],
  [
    'of too many choices',
    [{ sort: 'oneOf', choices: Array.from({ length: 21 }, String) }],
    '/questions/0/choices',
  ],
])('Questions that are %s are refused at their place', (_, given, path) => {
  expect(parseQuestions(given, '/questions', ['fr']).faults.map((fault) => fault.path)).toEqual([path]);
});

test('One that asks nothing, or has nothing to choose from, is kept and holds back publishing; no other block asks', () => {
  const { questions } = parseQuestions([{ sort: 'line' }, { sort: 'oneOf', label: 'Which?' }], '', []);
  expect(questions).toHaveLength(2);
  expect(questionFaults(questions, '/at').map(({ path }) => path)).toEqual(['/at/0/label', '/at/1/choices']);
  const model = wideCompiled();
  const { slots: own } = model.pageTypeByKey('home')!.definition;
  const read = (type: string) =>
    parseSlots(model, own, { main: [{ type, values: {}, questions: [{ sort: 'line' }] }] }, {}, '/slots');
  expect(read('text').faults.map(({ path }) => path)).toEqual(['/slots/main/0/questions']);
  const { slots } = read('contact');
  const [form] = slots[own[0]!.id] ?? [];
  const text = model.blockTypeByKey('text')!;
  expect(serializeBlock(model, text, { ...form!, type: text.id, values: {} }).questions).toBeUndefined();
  expect((serializeSlots(model, own, slots).main as JsonObject[])[0]?.questions).toMatchObject([
    { sort: 'line' },
  ]);
});
