import { isJsonObject, type Json, type JsonObject } from './json';
import type { StepTransaction } from './step';

/** The heading over a listing has a setting of its own: what was set of titles, and opened, holds for it too. */
export const listingHeading = {
  name: '007-listing-heading',
  async up(tx: StepTransaction): Promise<void> {
    const ofListings = "WHERE record IN (SELECT id FROM records WHERE sort = 'listing')";
    for (const [table, of] of [
      ['model_revisions', ''],
      ['model_working', ''],
      ['working', ofListings],
      ['live', ofListings],
      ['revisions', ofListings],
    ] as const) {
      for (const { row, body } of await tx.all<{ row: number; body: string }>(
        `SELECT rowid AS row, body FROM ${table} ${of}`,
      )) {
        const next = JSON.stringify(withHeading(JSON.parse(body) as Json));
        if (next !== body) await tx.run(`UPDATE ${table} SET body = $1 WHERE rowid = $2`, [next, row]);
      }
    }
  },
};

/** A document in which every layer of settings says of headings what it says of titles. */
function withHeading(value: Json): Json {
  if (Array.isArray(value)) return value.map(withHeading);
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, each]): [string, Json] => [
      key,
      key === 'settings' && isJsonObject(each) ? layerWithHeading(each) : withHeading(each),
    ]),
  );
}

function layerWithHeading(layer: JsonObject): JsonObject {
  const { set, editorMay } = layer;
  return {
    ...layer,
    ...(isJsonObject(set) && set.showTitle !== undefined
      ? { set: { ...set, showHeading: set.showTitle } }
      : {}),
    ...(Array.isArray(editorMay) && editorMay.includes('showTitle')
      ? { editorMay: [...editorMay, 'showHeading'] }
      : {}),
  };
}
