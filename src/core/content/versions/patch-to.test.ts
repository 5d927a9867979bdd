import fc from 'fast-check';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import { contentType, smallCompiled } from '../../../../tests/small-model';
import { compareVersions } from './compare-versions';
import { patchTo } from './patch-to';
import { placeInWords, slotLabels } from './place-in-words';
import { whatChanged } from './what-changed';

/** A merge patch as RFC 7396 applies it. */
function apply(to: Json | undefined, patch: Json): Json {
  if (!isJsonObject(patch)) return patch;
  const made: JsonObject = isJsonObject(to) ? { ...to } : {};
  for (const [name, part] of Object.entries(patch))
    if (part === null) delete made[name];
    else made[name] = apply(made[name], part);
  return made;
}

const word = fc.constantFrom<Json>('', 'a', 'b', 3, ['x']);
const values = fc.dictionary(fc.constantFrom('name', 'size', 'facts'), word);
const blocks = (...ids: string[]) => fc.shuffledSubarray(ids).map((chosen) => chosen.map((id) => ({ id })));
const content: fc.Arbitrary<JsonObject> = fc.record(
  {
    values,
    translations: fc.dictionary(fc.constantFrom('fr', 'de'), values),
    // Ids are different wherever they stand.
    slots: fc.record({ main: blocks('a', 'b'), side: blocks('c', 'd') }, { requiredKeys: [] }),
    rule: fc.dictionary(fc.constantFrom('limit', 'where'), word),
    label: fc.constantFrom('One', 'Other'),
  },
  { requiredKeys: ['values', 'translations', 'slots', 'rule', 'label'] },
);

test('a version patched to another says what that says, and a version to itself needs no patch', () => {
  fc.assert(
    fc.property(content, content, (now, wanted) => {
      expect(compareVersions(apply(now, patchTo(now, wanted)) as JsonObject, wanted)).toEqual([]);
      expect(patchTo(now, now)).toEqual({});
    }),
  );
});

test('what changed is told by the names of fields, slots and other parts, each once', () => {
  const model = smallCompiled();
  const { fields } = contentType(model, 'species');
  const scope = { model, fields, slots: slotLabels([{ id: 's', key: 'main', label: 'Main', allows: [] }]) };
  const before = { values: { name: 'Heron', size: 80 }, slots: { main: [] }, layout: null };
  const after = {
    values: { name: 'Great heron', size: 82 },
    slots: { main: [{ id: 'b', type: 'text', values: {} }] },
    translations: { fr: { name: 'Héron' } },
    layout: 'wide',
  };
  const differences = compareVersions(before, after);
  expect(whatChanged(differences, scope, [after, before]).sort()).toEqual(['Layout', 'Main', 'Name', 'Size']);
  const french = differences.find(({ path }) => path.startsWith('/translations'));
  expect(placeInWords(french?.path ?? '', scope, [after])).toMatchObject({ way: ['Name'], language: 'fr' });
});
