import type { Id } from '../../core/ids';
import { inOrder, leadBy, type RedirectStatus } from '../../core/site/redirects';
import { redirectsFor, saidBy } from '../../store/redirects';
import type { Installation } from '../runtime/installation';
import { movedTo } from './moved';
import { resolveAddress } from './resolve-address';

/** By how many addresses by hand one is led on at most. */
const MOST_STEPS = 10;

/** Where somebody said that an address leads: to another (in the main language, or of another site), or that it is gone. */
export type RedirectTarget = { by: Id; status: RedirectStatus } & ({ to: string } | { gone: true });

/** By which address by hand an address is answered, the most fitting first; where it leads by that, null where it is gone. */
async function step(
  { content }: Pick<Installation, 'content'>,
  address: string,
): Promise<{ by: Id; status: RedirectStatus; to: string | null } | undefined> {
  const rows = await redirectsFor(content, address);
  const said = rows.map((row) => ({ ...saidBy(row), uuid: row.uuid }));
  for (const each of inOrder(said)) {
    const to = leadBy(each, address);
    if (to !== undefined) return { by: each.uuid, status: each.status, to };
  }
  return undefined;
}

/**
 * Where an address leads by what somebody said, to the end of the way in one step; nothing where nobody said anything,
 * or the way ends where nothing stands. It never leads back to where it came from.
 */
export async function followRedirects(
  installation: Installation,
  asked: string,
): Promise<RedirectTarget | undefined> {
  const first = await step(installation, asked);
  if (!first) return undefined;
  const { by, status } = first;
  const seen = new Set([asked]);
  let next: typeof first | undefined = first;
  while (next) {
    const { to } = next;
    if (to === null) return { by, status: 410, gone: true };
    // What a “*” stood for comes as words; in a whole address they are escaped.
    if (/^https?:/.test(to)) return { by, status, to: new URL(to).href };
    if (seen.has(to) || seen.size > MOST_STEPS) return undefined;
    seen.add(to);
    if (await resolveAddress(installation, to)) return { by, status, to };
    const moved = await movedTo(installation, to);
    if (moved !== undefined) return { by, status, to: moved };
    next = await step(installation, to);
  }
  return undefined;
}
