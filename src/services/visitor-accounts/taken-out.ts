import type { JsonObject } from '../../core/json';
import type { Installation } from '../runtime/installation';
import type { SignedInVisitor } from './session';

/** All that is kept of a visitor, to be taken along. */
export function takenOut(
  { model }: Installation,
  { visitor: { email, madeAt, seenAt }, groups }: SignedInVisitor,
): JsonObject {
  const named = (model.document.accounts?.groups ?? []).filter(({ id }) => groups.includes(id));
  return {
    account: {
      email,
      since: new Date(madeAt).toISOString(),
      signedInLast: seenAt === null ? null : new Date(seenAt).toISOString(),
      groups: named.map(({ label }) => label),
    },
  };
}
