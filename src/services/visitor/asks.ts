import { maySee, type Audience, type SeenBy } from '../../core/site/audience';
import { canonicalAddress, splitResults } from '../../core/site/address';
import { audiencesUp } from '../../store/audiences';
import { recordByUuid } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { languageAsked } from '../runtime/languages';
import { resolveAddress } from './resolve-address';

/**
 * Whether something stands at an address that this audience may not see, and all that closes it asks to sign in.
 * `installation`
 * is the whole of it.
 */
export async function asksToSignIn(
  installation: Installation,
  audience: Audience,
  path: string,
): Promise<boolean> {
  const asked = canonicalAddress(path);
  const split = asked === undefined ? undefined : splitResults(languageAsked(installation, asked).address);
  const standing = split && (await resolveAddress(installation, split.address));
  if (!standing) return false;
  const { content, model } = installation;
  const entry = standing.entry && (await recordByUuid(content, standing.entry.id, 'entry'));
  const records = [standing.page.record, ...(entry ? [entry.id] : [])];
  const bounds = (await Promise.all(records.map((record) => audiencesUp(content, record)))).flat();
  const all = bounds.flatMap(({ type, seenBy }): (SeenBy | undefined)[] => [
    seenBy,
    (model.pageType(type ?? '') ?? model.contentType(type ?? ''))?.definition.seenBy,
  ]);
  const closed = all.flatMap((each) => (each && !maySee(audience, each) ? [each] : []));
  return closed.length > 0 && closed.every(({ asks }) => asks === true);
}
