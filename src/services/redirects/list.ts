import type {
  AllRedirects,
  RedirectAnswer,
  RedirectsAnswer,
  RedirectsQuery,
  NowhereAnswer,
  NowhereQuery,
} from '../../contract/redirects';
import type { Id } from '../../core/ids';
import { isPattern } from '../../core/site/redirects';
import { askedAmong, forgetNowhere, nowherePage } from '../../store/asked-addresses';
import { allRedirects, redirect, redirectsPage, type RedirectRow } from '../../store/redirects';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { followRedirects } from '../visitor/follow-redirects';
import { likely } from '../visitor/missing';
import { resolveAddress } from '../visitor/resolve-address';

const USUAL = 50;
/** How many addresses that led nowhere are told at once: what each likely meant is sought. */
const USUAL_NOWHERE = 20;
/** How many likely pages are told of each. */
const LIKELY = 3;

async function told(
  installation: Installation,
  row: RedirectRow & { by?: string | null },
  times: ReadonlyMap<Id, { n: number; lastAt: number }>,
): Promise<RedirectAnswer> {
  const { uuid, address, leadsTo, status, revision, changedAt, by } = row;
  const isOne = !isPattern(address);
  const asked = times.get(uuid);
  const taken = isOne && (await resolveAddress(installation, address)) !== undefined;
  const ends =
    isOne &&
    status !== 410 &&
    !leadsTo?.startsWith('http') &&
    (await followRedirects(installation, address)) === undefined;
  return {
    id: uuid,
    revision,
    from: address,
    ...(leadsTo === null ? {} : { to: leadsTo }),
    status,
    times: asked?.n ?? 0,
    ...(asked ? { last: new Date(asked.lastAt).toISOString() } : {}),
    taken,
    ends,
    changedAt: new Date(changedAt).toISOString(),
    ...(by ? { changedBy: by } : {}),
  };
}

/** One address by hand. */
export async function answerRedirect(installation: Installation, id: Id): Promise<RedirectAnswer> {
  const row = await redirect(installation.content, id);
  if (!row) throw notFound('address');
  return told(installation, row, await askedAmong(installation.sessions, 'by hand', [id]));
}

/** The addresses by hand, changed last first. */
export async function redirects(
  installation: Installation,
  { offset = 0, limit = USUAL }: RedirectsQuery,
): Promise<RedirectsAnswer> {
  const { total, rows } = await redirectsPage(installation.content, { offset, limit });
  const times = await askedAmong(
    installation.sessions,
    'by hand',
    rows.map(({ uuid }) => uuid),
  );
  return { total, items: await Promise.all(rows.map((row) => told(installation, row, times))) };
}

/** All addresses by hand, as a list of them is written. */
export const listedRedirects = async ({ content }: Installation): Promise<AllRedirects> => ({
  items: (await allRedirects(content)).map(({ address, leadsTo, status }) => ({
    from: address,
    ...(leadsTo === null ? {} : { to: leadsTo }),
    status,
  })),
});

/** The addresses at which visitors found nothing, the most often asked for first, each with what was likely meant. */
export async function nowhere(
  installation: Installation,
  { offset = 0, limit = USUAL_NOWHERE }: NowhereQuery,
): Promise<NowhereAnswer> {
  const { total, rows } = await nowherePage(installation.sessions, { offset, limit });
  return {
    total,
    items: await Promise.all(
      rows.map(async ({ address, n, lastAt }) => {
        const meant = await likely(installation, address, undefined);
        return {
          address,
          times: n,
          last: new Date(lastAt).toISOString(),
          meant: meant.slice(0, LIKELY).map(({ label, address: at }) => ({ label, address: at })),
        };
      }),
    ),
  };
}

/** Forgets that some addresses led nowhere; asked for again, they are told again. */
export const putAway = async ({ sessions }: Installation, addresses: readonly string[]): Promise<void> => {
  await sessions.write((tx) => forgetNowhere(tx, addresses));
};
