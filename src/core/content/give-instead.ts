import type { Id } from '../ids';
import { isJsonObject, type Json } from '../json';
import { targetOfHref } from './formatted';

/** What is said of a medium where it is used: it was said of that one, and is not of another. */
const saidOfMedium = new Set(['alt', 'decoration', 'caption', 'credit', 'edit', 'focus']);

/** Where on a page a link leads: another has no such block. */
const placeOnPage = new Set(['block']);

/** What a place says differently than a shared block: another has other blocks. */
const saidOfShared = new Set(['differs']);

const isNamed = (value: Json): value is Id => typeof value === 'string';

/**
 * What a record keeps (its whole body as JSON) with every reference to one thing given to another: as a
 * value, in lists and blocks, in formatted text, and where something is kept by its id. What then stands
 * twice in a list of ids stands once.
 */
export function giveInstead(body: Json, from: Id, to: Id): Json {
  if (body === from) return to;
  if (typeof body === 'string') {
    const led = targetOfHref(body);
    return led?.target === from ? `${led.sort}:${to}` : body;
  }
  if (Array.isArray(body)) {
    const given = body.map((each) => giveInstead(each, from, to));
    return body.includes(from) && given.every(isNamed) ? [...new Set(given)] : given;
  }
  if (!isJsonObject(body)) return body;
  const left =
    body.media === from
      ? saidOfMedium
      : body.page === from
        ? placeOnPage
        : body.shared === from
          ? saidOfShared
          : undefined;
  const given: Record<string, Json> = {};
  for (const [key, value] of Object.entries(body)) {
    if (left?.has(key)) continue;
    if (key === from && body[to] !== undefined) continue;
    given[key === from ? to : key] = giveInstead(value, from, to);
  }
  return given;
}
