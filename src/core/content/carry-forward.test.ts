import fc from 'fast-check';
import { documentFrom, field as fieldOf, contentType, smallModel } from '../../../tests/small-model';
import { newId } from '../ids';
import type { JsonObject } from '../json';
import { CompiledModel } from '../model/compile';
import type { Field } from '../model/document';
import { carryDraft, carryForward, carryValues, draftFields } from './carry-forward';

const model = new CompiledModel(documentFrom(smallModel), 1);
const species = contentType(model, 'species');
const [group, habitats] = [fieldOf(species, 'group'), fieldOf(species, 'habitats')];
const one = (field: Field): Field => ({ ...field, rules: { ...field.rules, multiple: false } }) as Field;
const several = (field: Field): Field => ({ ...field, rules: { ...field.rules, multiple: true } }) as Field;

test('one becomes a list of one, a list of one becomes one, and more stay as they are', () => {
  const [a, b] = [newId(), newId()];
  expect(carryValues([several(group)], { [group.id]: a })).toEqual({ [group.id]: [a] });
  expect(carryValues([one(habitats)], { [habitats.id]: [a] })).toEqual({ [habitats.id]: a });
  expect(carryValues([one(habitats)], { [habitats.id]: [a, b] })).toEqual({ [habitats.id]: [a, b] });
});

test('what was carried is carried already, and what nobody changed stays', () => {
  const id = fc.uuid();
  const values = fc.record(
    {
      [group.id]: fc.oneof(id, fc.array(id, { maxLength: 3 })),
      [habitats.id]: fc.oneof(id, fc.array(id, { maxLength: 3 })),
      gone: fc.string(),
    },
    { requiredKeys: [] },
  );
  fc.assert(
    fc.property(values, fc.constantFrom(one, several), (said, as) => {
      const fields = [as(group), as(habitats)];
      const carried = carryValues(fields, said as never);
      expect(carryValues(fields, carried)).toEqual(carried);
      expect(Object.keys(carried).sort()).toEqual(Object.keys(said).sort());
      // Nothing that was said is lost on the way.
      const flat = (of: JsonObject) => Object.values(of).flat(2).map(String).sort();
      expect(flat(carried as JsonObject)).toEqual(flat(said as JsonObject));
    }),
  );
});

test('translations go along', () => {
  const a = newId();
  const body = { values: { [group.id]: a }, translations: { fr: { [group.id]: a } } };
  const carried = carryForward(model, [several(group)], body);
  expect(carried).toEqual({ values: { [group.id]: [a] }, translations: { fr: { [group.id]: [a] } } });
});

test('a draft finds its fields again by their ids, whatever they are called now', () => {
  const then = draftFields([group, habitats]);
  const now = [{ ...several(group), key: 'family' }];
  expect(carryDraft(then, now, { group: 'bird', habitats: ['reed'], 'slot main': [1] })).toEqual({
    family: ['bird'],
    'slot main': [1],
  });
});
