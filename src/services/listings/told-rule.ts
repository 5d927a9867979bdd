import { LRUCache } from 'lru-cache';
import type { Fault } from '../../core/faults';
import type { JsonObject } from '../../core/json';
import { serializeRule } from '../../core/mapping/rule/serialize-rule';
import type { CompiledModel } from '../../core/model/compile';
import { listingBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { ruleFaults } from './references';

/** A kept rule as it is told at the door, and what in it no longer fits the model. */
interface ToldRule {
  rule: JsonObject;
  faults: readonly Fault[];
}

/** Of how many rules this is remembered. */
const MOST = 1_000;
const told = new WeakMap<CompiledModel, LRUCache<string, ToldRule>>();

/** What of a listing is told that its body and the model alone decide: worked out once, as all listings are told often. */
export function toldRule(installation: Installation, body: string): ToldRule {
  const { model } = installation;
  const known = told.get(model) ?? new LRUCache<string, ToldRule>({ max: MOST });
  told.set(model, known);
  const before = known.get(body);
  if (before) return before;
  const { rule } = listingBody(body);
  const now = { rule: serializeRule(model, rule), faults: ruleFaults(installation, rule) };
  known.set(body, now);
  return now;
}
