import fc from 'fast-check';
import { documentFrom, smallModel, withSpeciesPages } from '../../../../tests/small-model';
import { expandFields } from '../compile';
import { checkModel } from '../check';
import type { ModelDocument } from '../document';
import { fieldsFound, found, foundParts } from '../found';
import { visitorWords } from '../visitor-words';
import { setsOf, withFields } from './edit';
import { letFoundBeSaid, saysHowFound, typesFound } from './found-fields';

const every = (document: ModelDocument) => [...document.contentTypes, ...document.pageTypes];

test('whichever types are to say how they are found, they say all of it once, and nothing else differs', () => {
  const before = withSpeciesPages();
  const faultsBefore = checkModel(before).length;
  fc.assert(
    fc.property(fc.array(fc.subarray(every(before).map(({ id }) => id)), { maxLength: 3 }), (turns) => {
      const after = turns.reduce(letFoundBeSaid, before);
      const asked = new Set(turns.flat());
      expect(after.fieldSets).toHaveLength(before.fieldSets.length + (asked.size > 0 ? 1 : 0));
      for (const [i, type] of every(after).entries()) {
        const was = every(before)[i];
        expect(saysHowFound(after, type)).toBe(asked.has(type.id));
        if (!asked.has(type.id)) {
          expect(type).toEqual(was);
          continue;
        }
        const fields = expandFields(type.fields, setsOf(after));
        for (const part of foundParts) {
          const [first, ...others] = type.found?.[part] ?? [];
          expect(others).toEqual([]);
          expect(found[part].kinds).toContain(fields.find(({ id }) => id === first)?.kind);
        }
        // What is seen of it stays as it was.
        expect([type.face, type.title]).toEqual([was?.face, was?.title]);
      }
      expect(checkModel(after)).toHaveLength(faultsBefore);
    }),
    { numRuns: 25 },
  );
});

test('what a type said before stands behind what is said in the form, and goes with its field', () => {
  const document = documentFrom({
    ...smallModel,
    contentTypes: {
      ...(smallModel.contentTypes as object),
      walk: {
        label: 'Walk',
        plural: 'Walks',
        fields: { title: { label: 'Title', required: true }, called: { label: 'Called' } },
        found: { title: 'called' },
      },
    },
  });
  const walk = document.contentTypes.find(({ key }) => key === 'walk');
  if (!walk) throw new Error('There is a walk.');
  const after = letFoundBeSaid(document, [walk.id]);
  const said = after.contentTypes.find(({ id }) => id === walk.id);
  const [own, called] = said?.found?.title ?? [];
  expect([called, own]).toEqual([walk.found?.title?.[0], expect.not.stringMatching(called ?? '')]);
  // Nobody on the site reads any of it.
  const nothing = { fields: [], words: [] };
  expect(visitorWords(after, nothing)).toEqual(visitorWords(document, nothing));
  const without = withFields(walk, walk.fields.slice(0, 1), setsOf(document));
  expect('found' in without).toBe(false);
  expect(fieldsFound(undefined)).toEqual([]);
});

test('what has a page of its own may be found: no heading, no way, no pattern of pages, nothing that no page shows', () => {
  const document = withSpeciesPages();
  expect(typesFound(document).map(({ key }) => key)).toEqual(['species', 'home', 'plain', 'index', 'loose']);
});
