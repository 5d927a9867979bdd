import { pointer, type Fault } from '../../../faults';
import { isId, type Id } from '../../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../../json';
import { listingBounds, OWN_LIST, type ListingRule, type Pin } from '../listing-rule';

export const pickKeys = ['pins', 'leaveOut', 'skip', 'notAbove', 'fullList'] as const;
type Picks = Pick<ListingRule, (typeof pickKeys)[number]>;

const id = (value: Json | undefined): value is Id => typeof value === 'string' && isId(value);

function parsePins(input: Json, path: string, faults: Fault[]): Pin[] {
  if (!Array.isArray(input) || input.length > listingBounds.pins) {
    faults.push({ path, code: 'bound', message: `At most ${listingBounds.pins} entries can be pinned.` });
    return [];
  }
  return input.flatMap((each, i): Pin[] => {
    const at = pointer(path, i);
    if (
      !isJsonObject(each) ||
      !id(each.entry) ||
      Object.keys(each).some((key) => key !== 'entry' && key !== 'place')
    ) {
      faults.push({
        path: at,
        code: 'kind',
        message: 'A pin is { entry } with the id of an entry, and perhaps { place }.',
      });
      return [];
    }
    const { entry, place } = each;
    if (input.slice(0, i).some((other) => isJsonObject(other) && other.entry === entry))
      faults.push({ path: pointer(at, 'entry'), code: 'twice', message: 'This entry is pinned already.' });
    if (place === undefined || place === null) return [{ entry }];
    if (typeof place === 'number' && Number.isInteger(place) && place >= 1 && place <= listingBounds.limit)
      return [{ entry, place }];
    faults.push({
      path: pointer(at, 'place'),
      code: 'bound',
      message: `A place is a whole number from 1 to ${listingBounds.limit}.`,
    });
    return [];
  });
}

/**
 * Reads what a rule picks by hand besides its conditions: pinned entries, those left out, how many are passed
 * over. What is null is as if it were not given.
 */
export function parsePicks(input: JsonObject, path: string, faults: Fault[]): Picks {
  const { leaveOut, skip, notAbove, fullList } = input;
  const picks: Picks = {};
  const pins = parsePins(input.pins ?? [], pointer(path, 'pins'), faults);
  if (pins.length > 0) picks.pins = pins;
  const out = leaveOut ?? [];
  if (!Array.isArray(out) || out.length > listingBounds.leaveOut || !out.every(id))
    faults.push({
      path: pointer(path, 'leaveOut'),
      code: 'value',
      message: `Left out are entries by their ids, at most ${listingBounds.leaveOut}.`,
    });
  else if (out.length > 0) picks.leaveOut = [...new Set(out)];
  if (typeof skip === 'number' && Number.isInteger(skip) && skip >= 0 && skip <= listingBounds.skip) {
    if (skip > 0) picks.skip = skip;
  } else if (skip !== undefined && skip !== null)
    faults.push({
      path: pointer(path, 'skip'),
      code: 'bound',
      message: `Passed over are 0 to ${listingBounds.skip}.`,
    });
  if (notAbove === true) picks.notAbove = true;
  else if (notAbove !== undefined && notAbove !== null && notAbove !== false)
    faults.push({ path: pointer(path, 'notAbove'), code: 'kind', message: 'This is yes or no.' });
  if (fullList === OWN_LIST || id(fullList)) picks.fullList = fullList;
  else if (fullList !== undefined && fullList !== null)
    faults.push({
      path: pointer(path, 'fullList'),
      code: 'value',
      message: `The full list is a page, by its id, or "${OWN_LIST}": all it shows, at an address of its own.`,
    });
  return picks;
}
