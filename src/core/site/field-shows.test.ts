import { contentType, field, withSpeciesPages } from '../../../tests/small-model';
import type { JsonObject } from '../json';
import { proposeRule } from '../mapping/rule/propose-rule';
import { parseRule } from '../mapping/rule/parse';
import { CompiledModel } from '../model/compile';
import { whereFieldsShow } from './field-shows';

test('a field tells the listings and the pages of its entries that show it, or none', () => {
  const model = new CompiledModel(withSpeciesPages(), 1);
  const species = contentType(model, 'species');
  const listing = (label: string, from: string, mapping?: JsonObject) => {
    const { rule, faults } = parseRule(model, {
      ...proposeRule(model, contentType(model, from)),
      ...(mapping === undefined ? {} : { mapping }),
    } as JsonObject);
    if (!rule) throw new Error(JSON.stringify(faults));
    return { label, rule };
  };
  const shows = whereFieldsShow(model, species, [
    listing('Birds', 'species', { heading: [[{ field: 'name' }]] }),
    listing('All', 'species'),
    listing('News', 'notice'),
  ]);
  const of = (key: string) => shows.get(field(species, key).id);
  expect([of('name'), of('size'), of('seen')]).toEqual([
    ['Birds', 'All', 'Species page'],
    ['All', 'Species page'],
    [],
  ]);
});
