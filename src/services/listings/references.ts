import type { Fault } from '../../core/faults';
import type { Id } from '../../core/ids';
import { fieldsOfMapping } from '../../core/mapping/parts';
import {
  isMetadataOrder,
  OWN_LIST,
  metadataTestsOf,
  testsOf,
  type ListingRule,
} from '../../core/mapping/rule/listing-rule';
import { facetPath } from '../../core/mapping/rule/facets';
import { fieldAsked } from '../../core/mapping/rule/serialize-rule';
import { ruleIn, Sources } from '../../core/mapping/rule/sources';
import { mappingFaults } from '../../core/model/check/faces';
import type { Installation } from '../runtime/installation';

/** The fields that a rule asks, sorts by or shows. */
const fieldsOfRule = ({ where, order, mapping }: ListingRule): Id[] => [
  ...testsOf(where).flatMap(({ field }) => field.split('.')),
  ...order.flatMap(({ by }) => (isMetadataOrder(by) ? [] : by.split('.'))),
  ...fieldsOfMapping(mapping),
];

/**
 * The rows a listing keeps of what its rule refers to: its types, the pages below which it looks, and every
 * field it asks, sorts by or shows.
 */
export function ruleRefRows(
  { model }: Pick<Installation, 'model'>,
  rule: ListingRule,
): { role: string; target: Id }[] {
  // What a role stands for is read in every source.
  const { types } = Sources.of(model, rule.from);
  const fields = [
    ...types.flatMap((type) => fieldsOfRule(ruleIn(rule, type))),
    ...(rule.facets ?? []).map(facetPath),
  ];
  const below = metadataTestsOf(rule.where).flatMap((test) =>
    'under' in test && test.under !== 'here' ? test.under : [],
  );
  const picked = [...(rule.pins ?? []).map(({ entry }) => entry), ...(rule.leaveOut ?? [])];
  const as = (role: string) => (target: Id) => ({ role, target });
  return [
    ...rule.from.map(as('type')),
    ...below.map(as('below')),
    ...picked.map(as('picked')),
    ...(rule.fullList === undefined || rule.fullList === OWN_LIST ? [] : [rule.fullList]).map(
      as('full list'),
    ),
    ...[...new Set(fields)].map(as('field')),
  ];
}

/** What in a kept rule no longer fits the model. */
export function ruleFaults({ model }: Pick<Installation, 'model'>, rule: ListingRule): Fault[] {
  const type = Sources.of(model, rule.from);
  if (type.types.length < rule.from.length)
    return [{ path: '/rule/from', code: 'gone', message: 'A type that it takes is gone.' }];
  const isGone = (field: string) => !isMetadataOrder(field) && !fieldAsked(field, type, model);
  const asked = [...testsOf(rule.where).map(({ field }) => field), ...rule.order.map(({ by }) => by)];
  return [
    ...([...asked, ...(rule.facets ?? []).map(facetPath)].some(isGone)
      ? [{ path: '/rule', code: 'gone', message: 'It filters or sorts by a field that is gone.' }]
      : []),
    ...mappingFaults(rule.mapping, type.fields, '/rule/mapping'),
  ];
}
