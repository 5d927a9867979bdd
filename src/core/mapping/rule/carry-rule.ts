import type { Json } from '../../json';
import type { CompiledModel } from '../../model/compile';
import type { Field } from '../../model/document';
import { kindFor, type Value } from '../../model/kinds';
import { everyEntry, type Condition, type ListingRule, type Test } from './listing-rule';
import { fieldAsked } from './serialize-rule';
import { Sources } from './sources';

/** One value that a field is compared with, as it is now where something took its place; nothing where nothing did. */
const carriedValue = (field: Field, value: Json): Json[] => {
  const kind = kindFor(field);
  const now = kind.carried((kind.several ? [value] : value) as Value) as Json | undefined;
  return now === undefined ? [] : [now].flat();
};

function carryTest(test: Test, field: Field): Condition {
  if (
    !kindFor(field).choices ||
    test.value === undefined ||
    (typeof test.value === 'object' && !Array.isArray(test.value))
  )
    return test;
  const values = [...new Set([test.value].flat().flatMap((value) => carriedValue(field, value)))];
  // Where nothing is left to compare with, nothing is excluded; what is asked for stays, to be told.
  if (values.length === 0) return test.is === 'noneOf' ? everyEntry : test;
  return { ...test, value: Array.isArray(test.value) ? values : (values[0] ?? test.value) };
}

/** A rule whose conditions name what took the place of choices that are gone. The same rule where none are. */
export function carryRule(model: CompiledModel, rule: ListingRule): ListingRule {
  const sources = Sources.of(model, rule.from);
  const carry = (condition: Condition): Condition => {
    if ('all' in condition) return { all: condition.all.map(carry) };
    if ('any' in condition) return { any: condition.any.map(carry) };
    if ('not' in condition) return { not: carry(condition.not) };
    if (!('field' in condition)) return condition;
    const field = fieldAsked(condition.field, sources, model);
    return field ? carryTest(condition, field) : condition;
  };
  return { ...rule, where: carry(rule.where) };
}
