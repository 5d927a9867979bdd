import type { Id } from '../../ids';
import type { CompiledModel } from '../../model/compile';
import { parts } from '../parts';
import { facetPath } from './facets';
import { isMetadataOrder, type Condition, type ListingRule } from './listing-rule';
import { mappingBounds, partKeys, type Mapping } from '../parts';
import { ruleIn, sourceRoles, Sources } from './sources';

/** A condition without the tests of fields that none of the sources has; nothing where nothing is left. */
function askable(condition: Condition, sources: Sources): Condition | undefined {
  const inner = (conditions: readonly Condition[]) =>
    conditions.flatMap((each) => askable(each, sources) ?? []);
  if ('all' in condition) return { all: inner(condition.all) };
  if ('any' in condition) {
    const any = inner(condition.any);
    return any.length === 0 ? undefined : { any };
  }
  if ('not' in condition) {
    const not = askable(condition.not, sources);
    return not && { not };
  }
  return !('field' in condition) || sources.field(condition.field.split('.')[0] ?? '')
    ? condition
    : undefined;
}

/** A mapping without the steps that none of the sources has. */
const feedable = (mapping: Mapping, sources: Sources): Mapping =>
  Object.fromEntries(
    partKeys.flatMap((part) => {
      const chains = (mapping[part] ?? [])
        .map((chain) =>
          chain.filter((step) => !('field' in step) || sources.field(step.field.split('.')[0] ?? '')),
        )
        .filter((chain) => chain.length > 0);
      return chains.length > 0 ? [[part, chains]] : [];
    }),
  );

/** A mapping in which what has no value of its own falls back to what every source has in a role. */
function fallingBack(mapping: Mapping, sources: Sources): Mapping {
  const next: Mapping = { ...mapping };
  for (const role of sourceRoles) {
    const part = role === 'title' ? 'heading' : role;
    const field = sources.fieldByKey(role);
    const [first = [], ...others] = next[part] ?? [];
    if (
      !field ||
      !parts[part].takes.includes(field.kind) ||
      first.length >= mappingBounds.steps ||
      first.some((step) => 'field' in step && step.field === role)
    )
      continue;
    next[part] = [[...first, { field: role }], ...others];
  }
  return next;
}

/**
 * A rule that takes other sources (content types and page types by id, at least one) and keeps what it says as far as
 * they know of it. With several, each part falls back to what they all have; with one, roles become its own fields.
 */
export function withSources(model: CompiledModel, rule: ListingRule, from: Id[]): ListingRule {
  const sources = Sources.of(model, from);
  const [only] = sources.types;
  const { facets = [], ...rest } = only && sources.types.length === 1 ? ruleIn(rule, only) : rule;
  const mapping = feedable(rest.mapping, sources);
  const kept = facets.filter((facet) => sources.field(facetPath(facet)));
  const title = only && { field: only.definition.title };
  const whole =
    sources.types.length > 1
      ? fallingBack(mapping, sources)
      : mapping.heading || !title
        ? mapping
        : { ...mapping, heading: [[title]] };
  return {
    ...rest,
    from,
    where: askable(rest.where, sources) ?? { all: [] },
    mapping: whole,
    order: rest.order.filter(({ by }) => isMetadataOrder(by) || sources.field(by.split('.')[0] ?? '')),
    ...(kept.length > 0 ? { facets: kept } : {}),
  };
}
