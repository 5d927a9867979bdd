import type { Fault } from '../core/faults';
import { sameJson, type Json } from '../core/json';

/** Whether a form holds what is kept. */
export const sameValue = (a: Json | undefined, b: Json | undefined): boolean =>
  sameJson(a ?? null, b ?? null);

/** What is found in several ways is told once. */
export const eachOnce = (faults: readonly Fault[]): Fault[] => [
  ...new Map(faults.map((fault) => [`${fault.path} ${fault.code}`, fault])).values(),
];
