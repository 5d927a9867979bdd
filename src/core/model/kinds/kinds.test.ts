import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { newId } from '../../ids';
import type { Json } from '../../json';
import { comparisons, isEmpty, kindNames, kindOf, kinds, type ChoiceRules, type KindName } from './index';

const here = { today: '2026-11-25' };
const groups: ChoiceRules = { choices: ['bird', 'insect', 'plant'].map((key) => ({ id: newId(), key, label: key.charAt(0).toUpperCase() + key.slice(1) })) };
const several: ChoiceRules = { ...groups, multiple: true, min: 1, max: 2 };
const [bird = '', insect = '', plant = ''] = groups.choices.map(({ id }) => id);
const codes = (faults: readonly { code: string }[]) => faults.map(({ code }) => code);

describe('every kind', () => {
  test('is known by its own name, and offered in one order', () => {
    expect(kindNames.map((name) => kinds[name].name)).toEqual(kindNames);
    expect([...Object.keys(kinds)].sort()).toEqual([...kindNames].sort());
  });

  test('is compared only in known ways, and can always be asked whether it is filled', () => {
    for (const name of kindNames) {
      const known = kinds[name].comparisons;
      expect(known).toEqual(expect.arrayContaining(['filled', 'empty']));
      expect(known.filter((is) => !comparisons.includes(is))).toEqual([]);
    }
  });

  test('begins with rules that contradict nothing', () => {
    for (const name of kindNames.filter((each) => each !== 'choice')) expect(kinds[name].checkRules(kinds[name].freshRules() as never)).toEqual([]);
    expect(codes(kinds.choice.checkRules(kinds.choice.freshRules()))).toEqual(['empty']);
  });

  test('refuses what is no value of it, in words', () => {
    const wrong: Record<KindName, Json[]> = {
      line: [7, true, {}, ['a'], 'two\nlines'], paragraphs: [7, {}, []], number: ['7', true, null, {}], yesNo: ['yes', 0, 1], date: ['tomorrow', '2026-02-30', 20261125], choice: ['bat', 7, {}],
    };
    for (const name of kindNames) {
      for (const value of wrong[name]) {
        const reading = kinds[name].read(value, (name === 'choice' ? groups : {}) as never);
        expect(reading).toMatchObject({ ok: false, message: expect.stringMatching(/^[A-Z"].*\.$/) });
      }
    }
  });
});

describe('line', () => {
  const { line } = kinds;
  test('keeps one line, its spaces single and its letters composed', () => {
    expect(line.read('  Blue   legged\u0065\u0301 ', {})).toEqual({ ok: true, value: 'Blue leggedé' });
  });
  test('refuses control characters, half characters and more than it can hold', () => {
    expect(line.read('a\u0000b', {})).toMatchObject({ ok: false, code: 'characters' });
    expect(line.read('a\ud800', {})).toMatchObject({ ok: false, code: 'characters' });
    expect(line.read('x'.repeat(501), {})).toMatchObject({ ok: false, code: 'bound' });
  });
  test('tells its length as a reader counts it', () => {
    expect(line.check('🐦🐦🐦', { maxLength: 3 }, here)).toEqual([]);
    expect(line.check('🐦🐦🐦🐦', { maxLength: 3 }, here)).toEqual([{ code: 'too-long', message: 'At most 3 characters; this has 4.' }]);
    expect(codes(line.check('a', { minLength: 2 }, here))).toEqual(['too-short']);
  });
  test.each([
    ['email', 'warden@quillwater.example', 'warden at quillwater'],
    ['url', 'https://quillwater.example/x', 'quillwater.example'],
    ['phone', '+44 1555 0100', 'ring me'],
  ] as const)('knows the format %s', (format, right, wrong) => {
    expect(line.check(right, { format }, here)).toEqual([]);
    expect(codes(line.check(wrong, { format }, here))).toEqual(['format']);
  });
  test('says its rules in words', () => {
    expect(line.rulesInWords({ minLength: 2, maxLength: 80 })).toBe('2 to 80 characters');
    expect(line.rulesInWords({ format: 'email', maxLength: 80 })).toBe('an e-mail address, at most 80 characters');
    expect(line.checkRules({ minLength: 9, maxLength: 3 })).toEqual([{ path: '/minLength', code: 'contradiction', message: 'The least length is over the most.' }]);
  });
});

describe('paragraphs', () => {
  test('keeps paragraphs apart by one empty line, and drops what no reader sees', () => {
    expect(kinds.paragraphs.read('One.  \r\n\r\n\r\n\r\nTwo.\n', {})).toEqual({ ok: true, value: 'One.\n\nTwo.' });
  });
});

describe('number', () => {
  const { number } = kinds;
  test('is told outside its bounds, with its unit', () => {
    const rules = { min: 0, max: 500, unit: 'cm' };
    expect(number.check(720, rules, here)).toEqual([{ code: 'too-large', message: 'At most 500\u00a0cm.' }]);
    expect(codes(number.check(-1, rules, here))).toEqual(['too-small']);
    expect(number.check(310, rules, here)).toEqual([]);
  });
  test('keeps to its decimals', () => {
    expect(number.check(1.25, { decimals: 2 }, here)).toEqual([]);
    expect(number.check(1.255, { decimals: 2 }, here)).toEqual([{ code: 'decimals', message: 'At most 2 decimals.' }]);
    expect(number.check(1.5, {}, here)).toEqual([{ code: 'decimals', message: 'A whole number, without a fraction.' }]);
  });
  test('is refused where it cannot be kept exactly, and has one nought', () => {
    expect(number.read(1e300, {})).toMatchObject({ ok: false, code: 'bound' });
    expect(number.read(-0, {})).toEqual({ ok: true, value: 0 });
  });
  test('is spoken by locale, and its rules in words', () => {
    expect(number.inWords(1234.5, { decimals: 1, unit: 'cm' }, 'fr')).toBe('1\u202f234,5\u00a0cm');
    expect(number.rulesInWords({ min: 0, max: 500, unit: 'cm' })).toBe('0 to 500 cm');
    expect(number.rulesInWords({ unit: 'cm', decimals: 1 })).toBe('in cm, 1 decimal');
    expect(codes(number.checkRules({ min: 5, max: 1 }))).toEqual(['contradiction']);
  });
});

describe('yes or no', () => {
  test('speaks in the words of its rules', () => {
    expect(kinds.yesNo.inWords(true, { yes: 'Step-free' }, 'en')).toBe('Step-free');
    expect(kinds.yesNo.inWords(false, { yes: 'Step-free' }, 'en')).toBe('No');
    expect(codes(kinds.yesNo.checkRules({ yes: 'Open', no: 'Open' }))).toEqual(['contradiction']);
  });
});

describe('date', () => {
  const { date } = kinds;
  test('is bound by fixed days and by days told from now', () => {
    expect(codes(date.check('2026-11-24', { min: { now: '+0 days' } }, here))).toEqual(['too-early']);
    expect(date.check('2026-11-25', { min: { now: '+0 days' }, max: { now: '+1 months' } }, here)).toEqual([]);
    expect(date.check('2026-12-26', { max: { now: '+1 months' } }, here)).toEqual([{ code: 'too-late', message: 'Not after 1 month from today.' }]);
    expect(codes(date.check('2026-01-01', { min: '2026-02-01' }, here))).toEqual(['too-early']);
  });
  test('is written out for readers', () => {
    expect(date.inWords('2026-11-24', {}, 'en-GB')).toBe('24 November 2026');
    expect(date.rulesInWords({ min: { now: '-2 weeks' }, max: '2026-12-01' })).toBe('not before 2 weeks ago, not after 1 December 2026');
  });
});

describe('choice', () => {
  const { choice } = kinds;
  test('is spoken by key and kept by id', () => {
    expect(choice.read('bird', groups)).toEqual({ ok: true, value: bird });
    expect(choice.speak(bird, groups)).toBe('bird');
    expect(choice.read('bat', groups)).toEqual({ ok: false, code: 'not-a-choice', message: 'This takes one of: bird, insect, plant.' });
  });
  test('keeps several in the order of the choices, each once', () => {
    expect(choice.read(['plant', 'bird', 'plant'], several)).toEqual({ ok: true, value: [bird, plant] });
    expect(choice.read('bird', several)).toMatchObject({ ok: false, code: 'kind' });
    expect(choice.inWords([bird, plant], several, 'en')).toBe('Bird, Plant');
  });
  test('tells too few, too many, and a choice that is gone', () => {
    expect(codes(choice.check([bird, insect, plant], several, here))).toEqual(['too-many']);
    expect(codes(choice.check([], several, here))).toEqual(['too-few']);
    expect(codes(choice.check(newId(), groups, here))).toEqual(['gone']);
  });
  test('lies in the sheet by rank, or as rows of its own', () => {
    expect(choice.sheetCell(insect, groups)).toEqual({ value: null, ids: [insect], rank: 1 });
    expect(choice.sheetCell([bird, plant], several)).toEqual({ value: 2, ids: [bird, plant] });
  });
  test('tells rules that contradict', () => {
    expect(codes(choice.checkRules({ ...several, min: 3, max: 2 }))).toEqual(['contradiction']);
    expect(codes(choice.checkRules({ ...several, min: 9, max: 9 }))).toEqual(['contradiction']);
    expect(codes(choice.checkRules({ choices: [...groups.choices, { id: newId(), key: 'BIRD', label: 'Bird again' }] }))).toEqual(['same-key']);
    expect(choice.rulesInWords(several)).toBe('1 to 2 of 3');
  });
});

describe('normalise, keep, speak and read again', () => {
  const ajv = new Ajv2020({ strict: true });
  addFormats(ajv);
  const day = fc.date({ min: new Date('1900-01-01'), max: new Date('2199-12-31'), noInvalidDate: true }).map((at) => at.toISOString().slice(0, 10));
  const given: Record<KindName, fc.Arbitrary<Json>> = {
    line: fc.string({ unit: 'grapheme', maxLength: 60 }), paragraphs: fc.string({ unit: 'grapheme', maxLength: 200 }),
    number: fc.double({ min: -1e9, max: 1e9, noNaN: true }), yesNo: fc.boolean(), date: day, choice: fc.constantFrom('bird', 'insect', 'plant'),
  };

  test.each(kindNames)('%s comes back as it was kept, and fits its schema', (name) => {
    const rules = name === 'choice' ? groups : {};
    const field = { kind: name };
    const kind = kindOf(field);
    const fits = ajv.compile(kind.valueSchema(rules as never));
    let kept = 0;
    fc.assert(fc.property(given[name], (input) => {
      const first = kind.read(input, rules as never);
      if (!first.ok || isEmpty(first.value)) return;
      kept += 1;
      const spoken = kind.speak(first.value as never, rules as never);
      expect(fits(spoken)).toBe(true);
      // What the database keeps is JSON.
      const stored = JSON.parse(JSON.stringify(first.value)) as Json;
      expect(stored).toEqual(first.value);
      expect(kind.read(spoken, rules as never)).toEqual(first);
    }));
    expect(kept).toBeGreaterThan(20);
  });

  test('several choices come back whatever order they were given in', () => {
    fc.assert(fc.property(fc.shuffledSubarray(['bird', 'insect', 'plant']), (keys) => {
      const read = kinds.choice.read(keys, several);
      expect(read.ok && kinds.choice.speak(read.value, several)).toEqual(['bird', 'insect', 'plant'].filter((key) => keys.includes(key)));
    }));
  });
});
