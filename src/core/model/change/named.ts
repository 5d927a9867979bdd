import type { Id } from '../../ids';
import { sameJson, type Json } from '../../json';
import { partKeys, parts } from '../../mapping/parts';
import {
  TOP,
  type AnyShape,
  type Face,
  type Layout,
  type ModelDocument,
  type Placement,
  type Slot,
} from '../document';

const asJson = (value: unknown): Json => (value ?? null) as Json;
const list = (words: readonly string[]): string => new Intl.ListFormat('en').format(words);

interface Named {
  id: Id;
  label: string;
}

/** What differs among named things, each by its name: "Slots: Main is new; Aside is set otherwise." */
function namedChanges(what: string, before: readonly Named[], after: readonly Named[]): string[] {
  const was = new Map(before.map((each) => [each.id, each]));
  const changes = [
    ...after.flatMap((each) => {
      const old = was.get(each.id);
      if (!old) return [`${each.label} is new`];
      if (old.label !== each.label) return [`${old.label} becomes ${each.label}`];
      return sameJson(asJson(old), asJson(each)) ? [] : [`${each.label} is set otherwise`];
    }),
    ...before.filter(({ id }) => !after.some((each) => each.id === id)).map(({ label }) => `${label} goes`),
  ];
  const order = (some: readonly Named[], others: readonly Named[]) =>
    some.flatMap(({ id }) => (others.some((other) => other.id === id) ? [id] : [])).join();
  if (changes.length === 0 && order(before, after) !== order(after, before))
    changes.push('they stand in another order');
  return changes.length === 0 ? [] : [`${what}: ${changes.join('; ')}.`];
}

/** What differs in how one looks: which parts of its appearance, by their names. */
function faceChanges(before: Face, after: Face): string[] {
  const differing = partKeys.filter(
    (part) => !sameJson(asJson(before.mapping[part]), asJson(after.mapping[part])),
  );
  const changes = [
    differing.length > 0 && `other fields feed ${list(differing.map((part) => parts[part].label))}`,
    !sameJson(asJson(before.rows), asJson(after.rows)) && 'its parts are set out otherwise',
    !sameJson(asJson(before.variants), asJson(after.variants)) && 'editors choose among other variants',
  ].filter((each) => each !== false);
  return changes.length === 0 ? [] : [`Appearance: ${changes.join('; ')}.`];
}

const slotsOf = (shape: AnyShape): readonly Slot[] => ('slots' in shape ? shape.slots : []);
const layoutsOf = (shape: AnyShape): readonly Layout[] => ('layouts' in shape ? shape.layouts : []);

/** What differs in the slots, layouts and appearance of a type, each by its name. */
export const partsChanged = (before: AnyShape, after: AnyShape): string[] => [
  ...namedChanges('Slots', slotsOf(before), slotsOf(after)),
  ...namedChanges('Layouts', layoutsOf(before), layoutsOf(after)),
  ...('face' in before && 'face' in after ? faceChanges(before.face, after.face) : []),
];

/** What differs in which page may stand under which, each placement by the names of both. */
export function placementChanges(before: ModelDocument, after: ModelDocument): string {
  const labels = new Map([...before.pageTypes, ...after.pageTypes].map(({ id, label }) => [id, label]));
  const said = ({ parent, child }: Placement) =>
    `${labels.get(child) ?? 'a page type that goes'} ${parent === TOP ? 'at the top' : `under ${labels.get(parent) ?? 'one that goes'}`}`;
  const key = ({ parent, child }: Placement) => `${parent} ${child}`;
  const was = new Map(before.placements.map((each) => [key(each), each]));
  const is = new Map(after.placements.map((each) => [key(each), each]));
  const limits = ({ mostUnderOne, onlyUnder }: Placement) =>
    asJson([mostUnderOne ?? null, onlyUnder ?? null]);
  const gained = after.placements.filter((each) => !was.has(key(each)));
  const lost = before.placements.filter((each) => !is.has(key(each)));
  const limited = after.placements.filter((each) => {
    const old = was.get(key(each));
    return old && !sameJson(limits(old), limits(each));
  });
  const told = (words: string, some: readonly Placement[]) =>
    some.length === 0 ? [] : [`${words}: ${list(some.map(said))}.`];
  return [
    ...told('May stand now', gained),
    ...told('May stand no longer', lost),
    ...told('Other limits', limited),
  ].join(' ');
}
