import fc from 'fast-check';
import type { JsonObject } from '../json';
import type { Field } from '../model/document';
import { contentType, field, smallCompiled } from '../../../tests/small-model';
import { dayAt, dayFrom, isDay, nextDayStarts, relativeInWords } from './day';
import { freeSlug, isSlug, slugFrom } from './slug';
import { sortKey } from './sort-key';
import { FOREVER, isLive, makeRoom, stateAt, stretches, type Span } from './states';
import { defaultValues, differingFields, parseValues, ruleFaults, serializeValues, titleOf } from './values';

const model = smallCompiled();
const species = contentType(model, 'species');
const here = { today: '2026-11-25' };

describe('days', () => {
  test('only those of the calendar are days', () => {
    expect(['2026-11-25', '2024-02-29'].map(isDay)).toEqual([true, true]);
    expect(['2026-02-29', '2026-13-01', '26-1-1', '2026-11-25T00:00'].map(isDay)).toEqual([
      false,
      false,
      false,
      false,
    ]);
  });
  test('a month after the 31st is the last of the next month', () => {
    expect(dayFrom({ now: '+1 months' }, '2026-01-31')).toBe('2026-02-28');
    expect(dayFrom({ now: '-1 years' }, '2024-02-29')).toBe('2023-02-28');
    expect(dayFrom({ now: '+2 weeks' }, '2026-12-25')).toBe('2027-01-08');
    expect(dayFrom('2026-01-01', '2030-01-01')).toBe('2026-01-01');
  });
  test('a day begins with its time zone, in summer and winter', () => {
    const summer = Date.parse('2026-06-01T12:00:00Z');
    expect(new Date(nextDayStarts(summer, 'Europe/London')).toISOString()).toBe('2026-06-01T23:00:00.000Z');
    expect(dayAt(Date.parse('2026-06-01T23:30:00Z'), 'Europe/London')).toBe('2026-06-02');
    const winter = Date.parse('2026-12-01T12:00:00Z');
    expect(new Date(nextDayStarts(winter, 'Europe/London')).toISOString()).toBe('2026-12-02T00:00:00.000Z');
  });
  test('are told from now in words', () => {
    expect(['+0 days', '+1 days', '+30 days', '-1 weeks'].map((now) => relativeInWords({ now }))).toEqual([
      'today',
      '1 day from today',
      '30 days from today',
      '1 week ago',
    ]);
  });
});

describe('slugs', () => {
  const rule = { drop: { en: ['the', 'of'], fr: ['la', 'de'] }, atMost: 30 };
  test('leave small words of the language out, but never all of them', () => {
    expect(slugFrom('The History of the Reserve', rule, 'en-GB')).toBe('history-reserve');
    expect(slugFrom('La vie de la rivière', rule, 'fr')).toBe('vie-riviere');
    expect(slugFrom('The of', rule, 'en')).toBe('the-of');
  });
  test('are cut at a word’s end', () => {
    expect(slugFrom('A rather long title that goes on and on', rule, 'en')).toBe(
      'a-rather-long-title-that-goes',
    );
    expect(slugFrom('x'.repeat(50), rule, 'en')).toHaveLength(30);
  });
  test('are empty where nothing can stand in an address', () => expect(slugFrom('!!!', rule, 'en')).toBe(''));
  test('whatever the words, are slugs or empty', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), (words) => {
        const slug = slugFrom(words, rule, 'en');
        expect(slug === '' || isSlug(slug)).toBe(true);
        expect(slug.length).toBeLessThanOrEqual(30);
      }),
    );
  });
  test('take the first free number', () => {
    const taken = new Set(['visit', 'visit-2']);
    expect(freeSlug('visit', (slug) => taken.has(slug))).toBe('visit-3');
    expect(freeSlug('about', (slug) => taken.has(slug))).toBe('about');
  });
});

describe('sort keys', () => {
  const words = fc
    .array(fc.constantFrom(...'abcdeéèêfghioœuüyzæßñ ABCÉ-’0123456789'), { minLength: 1, maxLength: 12 })
    .map((letters) => letters.join(''));
  test.each(['en-GB', 'fr', 'de'])('compare as readers of %s expect', (locale) => {
    const { compare } = new Intl.Collator(locale);
    fc.assert(
      fc.property(words, words, (a, b) => {
        const [x, y] = [sortKey(a, locale), sortKey(b, locale)];
        // The collator weighs spaces and small signs between words more finely; letters and digits are what
        // is promised.
        const plain = (text: string) => /^[\p{L}\p{N}]*$/u.test(text);
        if (!plain(a) || !plain(b)) return;
        const wanted = Math.sign(compare(a, b));
        if (wanted !== 0) expect(x < y ? -1 : x > y ? 1 : 0).toBe(wanted);
      }),
      { numRuns: 400 },
    );
  });
  test('put accents and capitals beside their letters', () => {
    const sorted = ['zebra', 'Éclair', 'eclipse', 'Oak', 'œuf', 'alder', 'Alder'].sort((a, b) =>
      sortKey(a, 'fr') < sortKey(b, 'fr') ? -1 : 1,
    );
    expect(sorted).toEqual(['alder', 'Alder', 'Éclair', 'eclipse', 'Oak', 'œuf', 'zebra']);
    // A ligature comes behind its letters with any accent, and before the next letter.
    const keys = ['aé', 'áe', 'æ', 'af'].map((word) => sortKey(word, 'en-GB'));
    expect([...keys].sort()).toEqual(keys);
  });
});

describe('versions over time', () => {
  const thing = (spans: Span[], stage: 'draft' | 'review' = 'draft') => ({ stage, spans, binned: false });
  test('one word tells how a thing stands', () => {
    expect(stateAt(thing([]), 10)).toBe('draft');
    expect(stateAt(thing([{ starts: 5, ends: FOREVER }]), 10)).toBe('published');
    expect(stateAt(thing([{ starts: 5, ends: FOREVER }], 'review'), 10)).toBe('review');
    expect(stateAt(thing([{ starts: 15, ends: FOREVER }]), 10)).toBe('scheduled');
    expect(stateAt(thing([{ starts: 1, ends: 5 }]), 10)).toBe('withdrawn');
    expect(stateAt({ ...thing([{ starts: 5, ends: FOREVER }]), binned: true }, 10)).toBe('binned');
  });
  test('a version begins at its moment and is over at its end', () => {
    expect([9, 10, 19, 20].map((now) => isLive({ starts: 10, ends: 20 }, now))).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
  test('there are never two versions at one moment', () => {
    const span = fc
      .tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 50 }))
      .map(([starts, length]) => ({ starts, ends: starts + length }));
    fc.assert(
      fc.property(fc.array(span, { maxLength: 8 }), fc.integer({ min: 0, max: 60 }), (asked, now) => {
        let spans: Span[] = [];
        for (const next of asked.map(({ starts, ends }) => ({
          starts: Math.max(starts, now),
          ends: Math.max(ends, now + 1),
        }))) {
          const before = spans;
          const { drop, shorten, ends } = makeRoom(spans, next, now);
          spans = spans
            .filter((each) => !drop.includes(each))
            .map((each) => ({
              ...each,
              ends: shorten.find(({ span: cut }) => cut === each)?.ends ?? each.ends,
            }))
            .filter(({ starts, ends }) => starts < ends);
          // What waits to begin later is as it was.
          const waits = spans.filter(({ starts }) => starts > Math.max(now, next.starts));
          expect(before.filter(({ starts }) => starts > Math.max(now, next.starts))).toEqual(waits);
          spans = [...spans, { ...next, ends }];
          expect(ends).toBeGreaterThan(next.starts);
        }
        for (let moment = 0; moment < 120; moment += 1) {
          const seen = spans.filter((each) => isLive(each, moment)).length;
          expect(seen).toBeLessThanOrEqual(1);
          expect(stretches(spans).filter((each) => isLive(each, moment)).length).toBe(seen);
        }
      }),
    );
  });
});

describe('values', () => {
  const read = (given: JsonObject, kept = {}) => parseValues(species.fields, given, kept, '/values');
  test('are kept by the field’s id and laid over what was kept', () => {
    const first = read({ name: ' Bell heron ', size: 80 }).values;
    expect(first).toEqual({ [field(species, 'name').id]: 'Bell heron', [field(species, 'size').id]: 80 });
    expect(titleOf(species.definition, first)).toBe('Bell heron');
    const second = read({ size: null, rare: true }, first).values;
    expect(second).toEqual({ [field(species, 'name').id]: 'Bell heron', [field(species, 'rare').id]: true });
    expect(differingFields(first, second).sort()).toEqual(
      [field(species, 'size').id, field(species, 'rare').id].sort(),
    );
  });
  test('of the wrong shape are told with their paths, unknown fields too', () => {
    const { faults } = read({ size: 'big', 'a/b': 1, group: 'bat', seen: '2026-02-30' });
    expect(faults.map(({ path, code }) => [path, code])).toEqual([
      ['/values/size', 'kind'],
      ['/values/a~1b', 'unknown-field'],
      ['/values/group', 'not-a-choice'],
      ['/values/seen', 'kind'],
    ]);
  });
  test('that break a rule are kept, and told at the field', () => {
    const { values, faults } = read({ size: 720 });
    expect(faults).toEqual([]);
    expect(ruleFaults(species.fields, values, here)).toEqual([
      {
        path: '/values/name',
        code: 'required',
        message: 'Name must be filled in before this can be published.',
      },
      { path: '/values/size', code: 'too-large', message: 'At most 500\u00a0cm.' },
    ]);
  });
  test('left from before a field changed its kind are told, never thrown away', () => {
    const values = { [field(species, 'name').id]: 'Bell heron', [field(species, 'size').id]: 'as a goose' };
    expect(ruleFaults(species.fields, values, here)).toMatchObject([{ path: '/values/size', code: 'kind' }]);
  });
  test('are spoken by key, every field named', () => {
    expect(
      serializeValues(species.fields, read({ name: 'Bell heron', group: 'bird', habitats: ['reed'] }).values),
    ).toEqual({
      name: 'Bell heron',
      group: 'bird',
      habitats: ['reed'],
      size: null,
      rare: null,
      seen: null,
      summary: null,
      body: null,
    });
  });
  test('begin with the defaults that are values of their kind', () => {
    const fields = species.fields.map((each) =>
      each.key === 'group'
        ? { ...each, default: 'bird' }
        : each.key === 'size'
          ? { ...each, default: 'big' }
          : each,
    ) as Field[];
    expect(defaultValues(fields)).toEqual({
      [field(species, 'group').id]: (field(species, 'group') as { rules: { choices: { id: string }[] } })
        .rules.choices[0]?.id,
    });
  });
});
