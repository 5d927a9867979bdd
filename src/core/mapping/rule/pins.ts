import type { Id } from '../../ids';
import type { Condition, ListingRule, Pin } from './listing-rule';

/** What decides which entries a listing shows. */
export type Choosing = Pick<ListingRule, 'where' | 'pins' | 'leaveOut'>;

const noneOf = (entry: Id[]): Condition[] => (entry.length === 0 ? [] : [{ not: { entry } }]);

const pinned = ({ pins = [] }: Choosing): Id[] => pins.map(({ entry }) => entry);

/** Which entries a listing shows besides those that are pinned. */
export const othersIn = (rule: Choosing): Condition => {
  const out = noneOf([...pinned(rule), ...(rule.leaveOut ?? [])]);
  return out.length === 0 ? rule.where : { all: [rule.where, ...out] };
};

/** Which entries a listing shows, those that are pinned among them. */
export const allIn = (rule: Choosing): Condition => {
  const pins = pinned(rule);
  const chosen: Condition = pins.length === 0 ? rule.where : { any: [rule.where, { entry: pins }] };
  const out = noneOf(rule.leaveOut ?? []);
  return out.length === 0 ? chosen : { all: [chosen, ...out] };
};

/**
 * Where pinned entries stand (from 0) in a list with so many others, by their order in `pins`. One with a place has it,
 * or the nearest after it that is free, or where the list ends; those without stand first, in their order.
 */
export function pinPlaces(pins: readonly Pin[], others: number): number[] {
  const total = pins.length + others;
  const taken = new Set<number>();
  const takeFrom = (wanted: number): number => {
    let at = Math.min(wanted, total - 1);
    while (taken.has(at)) at = at + 1 < total ? at + 1 : 0;
    taken.add(at);
    return at;
  };
  const places = new Map(
    pins
      .map((pin, i): [number, number | undefined] => [i, pin.place])
      .flatMap(([i, place]) => (place === undefined ? [] : [[i, takeFrom(place - 1)]])),
  );
  return pins.map((_, i) => places.get(i) ?? takeFrom(0));
}

/**
 * What stands in a part of a list with pinned entries: which others (how many to pass over, how many to
 * take), and at which of its places (from 0) which pin.
 */
export function pinnedWindow(
  places: readonly number[],
  others: number,
  offset: number,
  count: number,
): { offset: number; count: number; pins: { at: number; pin: number }[] } {
  const end = Math.min(offset + count, places.length + others);
  const pins = places
    .flatMap((place, pin) => (place >= offset && place < end ? [{ at: place - offset, pin }] : []))
    .sort((a, b) => a.at - b.at);
  return {
    offset: offset - places.filter((place) => place < offset).length,
    count: Math.max(0, end - offset - pins.length),
    pins,
  };
}
