import { accountBounds, type AccountOutcome, type AccountPage } from '../core/site/account';

/** What the pages say by which a visitor has an account. */
export interface AccountWords {
  pages: Record<AccountPage, { title: string; text: string; does: string }>;
  became: Record<AccountOutcome, string>;
  email: string;
  password: string;
  newPassword: string;
  again: string;
  /** Leads to signing in, and to the account, from every page. */
  signIn: string;
  yours: string;
  forgotten: string;
  join: string;
  signOut: string;
  groups: string;
  data: string;
  leave: string;
  leaveText: string;
}

const { shortest, password: longest } = accountBounds;

const english: AccountWords = {
  pages: {
    'sign-in': {
      title: 'Sign in',
      text: 'Some pages are for those who have an account here.',
      does: 'Sign in',
    },
    join: {
      title: 'Have an account',
      text: 'We send you a letter with a link by which you choose a password.',
      does: 'Send it',
    },
    forgotten: {
      title: 'A new password',
      text: 'If there is an account with your address, we send it a link by which you choose another password.',
      does: 'Send it',
    },
    password: {
      title: 'Choose a password',
      text: `At least ${shortest} characters. A few words in a row are easy to keep and hard to guess.`,
      does: 'Keep it and sign in',
    },
    yours: { title: 'Your account', text: '', does: '' },
  },
  became: {
    wrong: 'This e-mail and password do not belong together.',
    'too many': 'That was tried often just now. Please wait a quarter of an hour.',
    'no address': 'Please write your whole e-mail address.',
    short: `Please take at least ${shortest} characters.`,
    long: `Please take at most ${longest} characters.`,
    'not the same': 'The two passwords differ. Please write both once more.',
    ended: 'This link was used already, or is too old. Please ask for another.',
    sent: 'Thank you. Look into your letters: the link there is good for seven days.',
    left: 'Your account is erased, with all that was kept of it.',
  },
  email: 'Your e-mail',
  password: 'Password',
  newPassword: 'New password',
  again: 'Once more',
  signIn: 'Sign in',
  yours: 'Your account',
  forgotten: 'Forgot the password?',
  join: 'No account yet?',
  signOut: 'Sign out',
  groups: 'You belong to',
  data: 'Take out all that is kept of you (JSON)',
  leave: 'Erase the account',
  leaveText: 'All that is kept of you here goes, for good.',
};

const byLanguage: Record<string, AccountWords> = {
  en: english,
  fr: {
    pages: {
      'sign-in': {
        title: 'Se connecter',
        text: 'Certaines pages sont réservées aux personnes qui ont un compte ici.',
        does: 'Se connecter',
      },
      join: {
        title: 'Ouvrir un compte',
        text: 'Nous vous envoyons une lettre avec un lien pour choisir un mot de passe.',
        does: 'Envoyer',
      },
      forgotten: {
        title: 'Un nouveau mot de passe',
        text: 'S’il existe un compte à votre adresse, nous y envoyons un lien pour choisir un autre mot de passe.',
        does: 'Envoyer',
      },
      password: {
        title: 'Choisir un mot de passe',
        text: `Au moins ${shortest} caractères. Quelques mots à la suite se retiennent bien et se devinent mal.`,
        does: 'Le garder et se connecter',
      },
      yours: { title: 'Votre compte', text: '', does: '' },
    },
    became: {
      wrong: 'Cette adresse et ce mot de passe ne vont pas ensemble.',
      'too many': 'Trop d’essais à l’instant. Veuillez attendre un quart d’heure.',
      'no address': 'Veuillez écrire votre adresse électronique en entier.',
      short: `Veuillez prendre au moins ${shortest} caractères.`,
      long: `Veuillez prendre au plus ${longest} caractères.`,
      'not the same': 'Les deux mots de passe diffèrent. Veuillez les écrire encore une fois.',
      ended: 'Ce lien a déjà servi, ou il est trop ancien. Veuillez en demander un autre.',
      sent: 'Merci. Regardez vos lettres : le lien y est valable sept jours.',
      left: 'Votre compte est effacé, avec tout ce qui en était gardé.',
    },
    email: 'Votre adresse électronique',
    password: 'Mot de passe',
    newPassword: 'Nouveau mot de passe',
    again: 'Encore une fois',
    signIn: 'Se connecter',
    yours: 'Votre compte',
    forgotten: 'Mot de passe oublié ?',
    join: 'Pas encore de compte ?',
    signOut: 'Se déconnecter',
    groups: 'Vous faites partie de',
    data: 'Emporter tout ce qui est gardé de vous (JSON)',
    leave: 'Effacer le compte',
    leaveText: 'Tout ce qui est gardé de vous ici disparaît, pour de bon.',
  },
  de: {
    pages: {
      'sign-in': {
        title: 'Anmelden',
        text: 'Einige Seiten sind für alle, die hier ein Konto haben.',
        does: 'Anmelden',
      },
      join: {
        title: 'Ein Konto haben',
        text: 'Wir schicken Ihnen einen Brief mit einem Link, über den Sie ein Passwort wählen.',
        does: 'Schicken',
      },
      forgotten: {
        title: 'Ein neues Passwort',
        text: 'Gibt es ein Konto mit Ihrer Adresse, so schicken wir dorthin einen Link, über den Sie ein anderes Passwort wählen.',
        does: 'Schicken',
      },
      password: {
        title: 'Ein Passwort wählen',
        text: `Mindestens ${shortest} Zeichen. Ein paar Wörter hintereinander merkt man sich leicht und errät man schwer.`,
        does: 'Behalten und anmelden',
      },
      yours: { title: 'Ihr Konto', text: '', does: '' },
    },
    became: {
      wrong: 'Diese E-Mail-Adresse und dieses Passwort gehören nicht zusammen.',
      'too many': 'Das wurde gerade oft versucht. Bitte warten Sie eine Viertelstunde.',
      'no address': 'Bitte schreiben Sie Ihre ganze E-Mail-Adresse.',
      short: `Bitte nehmen Sie mindestens ${shortest} Zeichen.`,
      long: `Bitte nehmen Sie höchstens ${longest} Zeichen.`,
      'not the same': 'Die beiden Passwörter sind verschieden. Bitte schreiben Sie beide noch einmal.',
      ended: 'Dieser Link wurde schon benutzt oder ist zu alt. Bitte verlangen Sie einen anderen.',
      sent: 'Danke. Sehen Sie in Ihren Briefen nach: der Link dort gilt sieben Tage.',
      left: 'Ihr Konto ist gelöscht, mit allem, was davon aufbewahrt war.',
    },
    email: 'Ihre E-Mail-Adresse',
    password: 'Passwort',
    newPassword: 'Neues Passwort',
    again: 'Noch einmal',
    signIn: 'Anmelden',
    yours: 'Ihr Konto',
    forgotten: 'Passwort vergessen?',
    join: 'Noch kein Konto?',
    signOut: 'Abmelden',
    groups: 'Sie gehören zu',
    data: 'Alles mitnehmen, was von Ihnen aufbewahrt ist (JSON)',
    leave: 'Das Konto löschen',
    leaveText: 'Alles, was hier von Ihnen aufbewahrt ist, verschwindet endgültig.',
  },
};

/** What the pages of accounts say in a language, or in English. */
export const accountWordsFor = (locale: string): AccountWords =>
  byLanguage[locale.split('-')[0]?.toLowerCase() ?? ''] ?? english;
