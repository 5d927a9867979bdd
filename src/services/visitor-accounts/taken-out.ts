import type { JsonObject } from '../../core/json';
import { commentsWith } from '../../store/comments';
import { messagesWith } from '../../store/visitor-letters';
import type { Installation } from '../runtime/installation';
import type { SignedInVisitor } from './session';

/** How many comments, and how many messages, are taken out at the most: more than anybody writes. */
const MOST = 10_000;

/** All that is kept of a visitor, to be taken along. */
export async function takenOut(
  { model, content, sessions }: Installation,
  { visitor: { id, uuid, email, madeAt, seenAt }, groups }: SignedInVisitor,
): Promise<JsonObject> {
  const named = (model.document.accounts?.groups ?? []).filter(({ id }) => groups.includes(id));
  return {
    account: {
      email,
      since: new Date(madeAt).toISOString(),
      signedInLast: seenAt === null ? null : new Date(seenAt).toISOString(),
      groups: named.map(({ label }) => label),
    },
    comments: (await commentsWith(content, uuid, MOST)).map(({ title, at, name, words, firstWords }) => ({
      on: title,
      at: new Date(at).toISOString(),
      name,
      words: firstWords ?? words,
    })),
    messages: (await messagesWith(sessions, id, MOST)).map(({ page, at, said }) => ({
      from: page,
      at: new Date(at).toISOString(),
      ...(JSON.parse(said ?? '{}') as JsonObject),
    })),
  };
}
