import { displayNames } from '../core/content/formatters';
import type { AnswerFault, ContactFault, ContactField } from '../core/site/contact';

/** What the site itself says around the content. Languages that are not here read it in English. */
export interface SiteWords {
  toContent: string;
  main: string;
  /** Leads to the navigation, where that stands behind the page. */
  allPages: string;
  foot: string;
  /** What unfolds the pages below one. */
  below: (label: string) => string;
  way: string;
  /** The first page of the site, in the trail. */
  home: string;
  further: string;
  nothing: string;
  undated: string;
  results: string;
  resultPage: (n: number) => string;
  letters: string;
  larger: (name: string) => string;
  close: string;
  previous: string;
  next: string;
  pause: string;
  play: string;
  languages: string;
  slides: (name: string, n: number) => string;
  slideshow: string;
  visits: (n: number) => string;
  beside: string;
  related: string;
  /** Why something is related: the categories that both are in. */
  shares: (categories: string[]) => string;
  neighbours: string;
  /** What leads to the headings on the page. */
  onThisPage: string;
  filter: string;
  /** How many entries a choice leaves. */
  matching: (n: number) => string;
  clear: string;
  feed: string;
  /** Follows in a calendar what happens on days. */
  calendar: string;
  /** The way to a full list by the title of its page, with how many stand there. */
  fullList: (title: string, n: number | undefined) => string;
  /** What a count of entries is followed by. */
  entriesUnit: (n: number) => string;
  contact: {
    fields: Record<ContactField, string>;
    /** With the most characters that the field may have. */
    faults: Record<ContactFault | AnswerFault, (most: number) => string>;
    /** What stands in the place of an answer of several that is not chosen yet. */
    choose: string;
    /** What stands beside a question that need not be answered. */
    optional: string;
    toMend: string;
    tooMany: string;
    send: string;
    sent: string;
    leaveEmpty: string;
  };
}

const joined = (locale: string, words: readonly string[]): string =>
  new Intl.ListFormat(locale).format(words);

const english: SiteWords = {
  toContent: 'To the content',
  main: 'Main',
  allPages: 'All pages',
  foot: 'Foot',
  below: (label) => `Below ${label}`,
  way: 'Where you are',
  home: 'Home',
  further: 'Further pages',
  nothing: 'Nothing stands here yet.',
  undated: 'Without a date',
  results: 'Pages of results',
  resultPage: (n) => `Page ${n}`,
  letters: 'Letters',
  larger: (name) => `${name}, larger`,
  close: 'Close',
  previous: 'Previous',
  next: 'Next',
  pause: 'Pause',
  play: 'Play',
  languages: 'Languages',
  slides: (name, n) => `${name}: ${n} slides, moved along sideways`,
  slideshow: 'Slideshow',
  beside: 'Beside this',
  related: 'Related',
  shares: (categories) => `Both in ${joined('en', categories)}`,
  neighbours: 'Before and after this',
  onThisPage: 'On this page',
  filter: 'Narrow the list',
  matching: (n) => (n === 1 ? 'One is left.' : `${n} are left.`),
  clear: 'Show all again',
  feed: 'Follow this list',
  calendar: 'in a calendar',
  fullList: (title, n) => (n === undefined ? `More: ${title}` : `${title}: see all ${n}`),
  entriesUnit: (n) => (n === 1 ? 'entry' : 'entries'),
  visits: (n) => (n === 1 ? 'Read once' : `Read ${n.toLocaleString('en')} times`),
  contact: {
    fields: { name: 'Your name', email: 'Your e-mail', message: 'Your message' },
    faults: {
      missing: () => 'This is still empty.',
      long: (most) => `At most ${most} characters.`,
      email: () => 'Write an e-mail address, such as ada@example.org.',
      choice: () => 'Choose one of these.',
    },
    choose: 'Choose',
    optional: 'optional',
    toMend: 'It is not sent yet: something is still to fix.',
    tooMany: 'Many messages came from where you are. Please try again in a quarter of an hour.',
    send: 'Send',
    sent: 'Thank you. Your message is on its way.',
    leaveEmpty: 'Leave this empty',
  },
};

const byLanguage: Record<string, SiteWords> = {
  en: english,
  fr: {
    toContent: 'Aller au contenu',
    main: 'Principale',
    allPages: 'Toutes les pages',
    foot: 'Pied de page',
    below: (label) => `Sous ${label}`,
    way: 'Où vous êtes',
    home: 'Accueil',
    further: 'Autres pages',
    nothing: 'Rien ici pour le moment.',
    undated: 'Sans date',
    results: 'Pages de résultats',
    resultPage: (n) => `Page ${n}`,
    letters: 'Lettres',
    larger: (name) => `${name}, en grand`,
    close: 'Fermer',
    previous: 'Précédente',
    next: 'Suivante',
    pause: 'Pause',
    play: 'Lecture',
    languages: 'Langues',
    slides: (name, n) => `${name} : ${n} vues, à faire glisser`,
    slideshow: 'Diaporama',
    beside: 'À côté',
    related: 'À voir aussi',
    shares: (categories) => `En commun : ${joined('fr', categories)}`,
    neighbours: 'Avant et après',
    onThisPage: 'Sur cette page',
    filter: 'Affiner la liste',
    matching: (n) => `Il en reste ${n}.`,
    clear: 'Tout montrer',
    feed: 'Suivre cette liste',
    calendar: 'dans un agenda',
    fullList: (title, n) => (n === undefined ? `Davantage : ${title}` : `${title} : voir tout (${n})`),
    entriesUnit: (n) => (n < 2 ? 'fiche' : 'fiches'),
    visits: (n) => `Lu ${n.toLocaleString('fr')} fois`,
    contact: {
      fields: { name: 'Votre nom', email: 'Votre courriel', message: 'Votre message' },
      faults: {
        missing: () => 'Ceci est encore vide.',
        long: (most) => `${most} caractères au plus.`,
        email: () => 'Écrivez une adresse, par exemple ada@example.org.',
        choice: () => 'Choisissez-en un.',
      },
      choose: 'Choisir',
      optional: 'facultatif',
      toMend: 'Rien n’est encore envoyé : il reste à corriger.',
      tooMany: 'Beaucoup de messages viennent de chez vous. Réessayez dans un quart d’heure.',
      send: 'Envoyer',
      sent: 'Merci. Votre message est en route.',
      leaveEmpty: 'Laissez ceci vide',
    },
  },
  de: {
    toContent: 'Zum Inhalt',
    main: 'Haupt',
    allPages: 'Alle Seiten',
    home: 'Startseite',
    foot: 'Fuß der Seite',
    below: (label) => `Unter ${label}`,
    way: 'Wo Sie sind',
    further: 'Weitere Seiten',
    nothing: 'Hier steht noch nichts.',
    undated: 'Ohne Datum',
    results: 'Ergebnisseiten',
    resultPage: (n) => `Seite ${n}`,
    letters: 'Buchstaben',
    larger: (name) => `${name}, größer`,
    close: 'Schließen',
    previous: 'Zurück',
    next: 'Weiter',
    pause: 'Anhalten',
    play: 'Weiterlaufen',
    languages: 'Sprachen',
    slides: (name, n) => `${name}: ${n} Bilder, seitwärts zu bewegen`,
    slideshow: 'Bilderfolge',
    beside: 'Daneben',
    related: 'Verwandt',
    shares: (categories) => `Gemeinsam: ${joined('de', categories)}`,
    neighbours: 'Davor und danach',
    onThisPage: 'Auf dieser Seite',
    filter: 'Liste eingrenzen',
    matching: (n) => (n === 1 ? 'Einer bleibt.' : `${n} bleiben.`),
    clear: 'Wieder alle zeigen',
    feed: 'Dieser Liste folgen',
    calendar: 'im Kalender',
    fullList: (title, n) => (n === undefined ? `Mehr: ${title}` : `${title}: alle ${n} ansehen`),
    entriesUnit: (n) => (n === 1 ? 'Eintrag' : 'Einträge'),
    visits: (n) => `${n.toLocaleString('de')}-mal gelesen`,
    contact: {
      fields: { name: 'Ihr Name', email: 'Ihre E-Mail', message: 'Ihre Nachricht' },
      faults: {
        missing: () => 'Hier steht noch nichts.',
        long: (most) => `Höchstens ${most} Zeichen.`,
        email: () => 'Schreiben Sie eine Adresse, etwa ada@example.org.',
        choice: () => 'Wählen Sie eines davon.',
      },
      choose: 'Wählen',
      optional: 'freiwillig',
      toMend: 'Noch ist nichts abgeschickt: etwas ist noch zu richten.',
      tooMany:
        'Von Ihnen kamen viele Nachrichten. Bitte versuchen Sie es in einer Viertelstunde noch einmal.',
      send: 'Abschicken',
      sent: 'Danke. Ihre Nachricht ist unterwegs.',
      leaveEmpty: 'Lassen Sie dies leer',
    },
  },
};

/** The words for a locale (BCP 47). */
export const wordsFor = (locale: string): SiteWords =>
  byLanguage[locale.split('-')[0]?.toLowerCase() ?? ''] ?? english;

/** A language by the name its own speakers give it. */
export const nameOfLanguage = (locale: string): string =>
  displayNames(locale, { type: 'language', languageDisplay: 'standard' }).of(
    locale.split('-')[0] ?? locale,
  ) ?? locale;
