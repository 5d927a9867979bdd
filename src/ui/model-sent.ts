import type { ModelAnswer } from '../contract/model';

/** Where browsers have a model from, by what tells it from every other one. */
export const modelAddress = (version: string): string => `/bench/model/${version}`;

/**
 * The newest models that pages were drawn with here, by their versions: what draws a page on the server and
 * what sends it get instances of modules of their own, so they are kept where both find them.
 */
const KEY = Symbol.for('clear-frame.models-sent');
type Global = typeof globalThis & { [KEY]?: Map<string, ModelAnswer> };
/** As many as pages under way may still be drawn with. */
const MOST = 4;

/** Says on the server with which model a page is drawn. */
export function sendModel(version: string, answer: ModelAnswer): void {
  const global: Global = globalThis;
  const sent = (global[KEY] ??= new Map());
  // The same one again, so that what was made of it is found.
  const known = sent.get(version) ?? answer;
  sent.delete(version);
  sent.set(version, known);
  const [oldest] = sent.keys();
  if (sent.size > MOST && oldest !== undefined) sent.delete(oldest);
}

/** The model of a version where it was sent from here: on the server alone. */
export const modelSentHere = (version: string): ModelAnswer | undefined =>
  (globalThis as Global)[KEY]?.get(version);
