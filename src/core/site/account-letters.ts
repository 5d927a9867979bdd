/** Why somebody is sent a link by which they choose a password. */
export type LetterReason = 'invited' | 'joins' | 'forgot';

interface LetterWords {
  subject: Record<LetterReason, (site: string) => string>;
  why: Record<LetterReason, (site: string) => string>;
  how: string;
}

const english: LetterWords = {
  subject: {
    invited: (site) => `Your account at ${site}`,
    joins: (site) => `Your account at ${site}`,
    forgot: (site) => `A new password for ${site}`,
  },
  why: {
    invited: (site) => `${site} has an account for you.`,
    joins: (site) => `Somebody, likely you, asked ${site} for an account with this address.`,
    forgot: (site) => `Somebody, likely you, asked ${site} for a new password.`,
  },
  how: 'Choose your password here; the link works once, for seven days. If this is not for you, leave it: nothing happens.',
};

const byLanguage: Record<string, LetterWords> = {
  en: english,
  fr: {
    subject: {
      invited: (site) => `Votre compte chez ${site}`,
      joins: (site) => `Votre compte chez ${site}`,
      forgot: (site) => `Un nouveau mot de passe pour ${site}`,
    },
    why: {
      invited: (site) => `${site} a un compte pour vous.`,
      joins: (site) => `Quelqu’un, sans doute vous, a demandé un compte à ${site} avec cette adresse.`,
      forgot: (site) => `Quelqu’un, sans doute vous, a demandé un nouveau mot de passe à ${site}.`,
    },
    how: 'Choisissez votre mot de passe ici ; le lien sert une fois, pendant sept jours. Si cela ne vous concerne pas, laissez-le : rien ne se passe.',
  },
  de: {
    subject: {
      invited: (site) => `Ihr Konto bei ${site}`,
      joins: (site) => `Ihr Konto bei ${site}`,
      forgot: (site) => `Ein neues Passwort für ${site}`,
    },
    why: {
      invited: (site) => `${site} hat ein Konto für Sie.`,
      joins: (site) => `Jemand, wohl Sie, hat ${site} um ein Konto mit dieser Adresse gebeten.`,
      forgot: (site) => `Jemand, wohl Sie, hat ${site} um ein neues Passwort gebeten.`,
    },
    how: 'Wählen Sie hier Ihr Passwort; der Link gilt einmal, sieben Tage lang. Gilt das nicht Ihnen, so lassen Sie ihn: es geschieht nichts.',
  },
};

/**
 * The letter with a link by which somebody chooses a password, in a language (BCP 47); English where it is in no
 * other.
 */
export function accountLetter(
  locale: string,
  reason: LetterReason,
  site: string,
  link: string,
): { subject: string; text: string } {
  const words = byLanguage[locale.split('-')[0]?.toLowerCase() ?? ''] ?? english;
  return {
    subject: words.subject[reason](site),
    text: `${words.why[reason](site)} ${words.how}\n\n${link}\n`,
  };
}
