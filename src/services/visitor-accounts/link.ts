import { accountAddresses } from '../../core/site/account';
import { accountLetter, type LetterReason } from '../../core/site/account-letters';
import { putVisitorLetter } from '../../store/visitor-letters';
import { putVisitorLink, type VisitorRow } from '../../store/visitors';
import type { SiteRow } from '../../store/sites';
import { hashOf } from '../people/sessions';
import { newWord } from '../people/words';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { siteDrawn } from '../visitor/around-site';

/** How long (ms) a link may be used, and an account waits that nobody proved to be theirs. */
export const LINK_LASTS = 7 * 86_400_000;

/**
 * Sends somebody a link by which they choose a password, once: an invitation, what makes sure of an address, and
 * what helps who forgot are the same. Answers its address and until when (ms) it is good.
 */
export async function sendVisitorLink(
  installation: Installation,
  visitor: VisitorRow,
  reason: LetterReason,
  { site, language, person }: { site: SiteRow; language: string | undefined; person?: number },
): Promise<{ address: string; until: number }> {
  const word = newWord(6);
  const now = Date.now();
  const until = now + LINK_LASTS;
  await installation.sessions.write((tx) =>
    putVisitorLink(tx, { word: hashOf(word), visitor: visitor.id, endsAt: until, now }),
  );
  const { label } = siteDrawn(installation, site, language);
  const home = visitorAddress(installation, language, site.base || '/');
  const address = `${installation.settings.address}${accountAddresses(home).password}?word=${word}`;
  const at = installation.now();
  await installation.queue.put({
    kind: 'letter',
    what: `Letter to ${visitor.email}`,
    person: person ?? null,
    alongside: (tx, letter) =>
      putVisitorLetter(tx, {
        ...{ letter, at, visitor: visitor.id, email: visitor.email },
        ...{ page: null, said: null },
      }),
    input: {
      at,
      letter: {
        from: { name: label, address: 'no-reply@clear-frame.local' },
        to: visitor.email,
        ...accountLetter(language ?? installation.model.locale, reason, label, address),
      },
    },
  });
  return { address, until };
}
