import type { CommentFault, CommentField, CommentOutcome } from '../core/site/comments';
import type { Saying, VisitorPage } from '../core/site/visitor-page';
import { accountWordsFor } from './account-words';

/** What the site says where it shows none of its own pages, and around a search. */
export interface SiteSayings {
  says: Record<Exclude<Saying, 'search' | 'account'>, { title: string; text: string }>;
  /** The search and its field. */
  search: string;
  searchThis: (site: string) => string;
  find: string;
  /** The title of what was found by some words. */
  foundBy: (words: string) => string;
  /** How many were found; `more` where not all were counted. */
  found: (n: number, more: boolean) => string;
  /** What helps where nothing was found. */
  foundNothing: string;
  everything: string;
  sorts: string;
  /** What the pages are called that are offered instead. */
  instead: string;
  byMail: string;
  print: string;
  share: string;
  /** What stands in the place of something that stands elsewhere. */
  elsewhere: {
    /** From whom it comes, and what showing it tells them. */
    from: (whom: string) => string;
    /** Where nobody is kept for it: only the way there. */
    away: string;
    show: string;
    open: (whom: string) => string;
  };
  /** What visitors say on a page. */
  comments: {
    heading: (n: number) => string;
    fields: Record<CommentField, string>;
    /** With the most characters that the field may have. */
    faults: Record<CommentFault, (most: number) => string>;
    became: Record<CommentOutcome, string>;
    toMend: string;
    /** What becomes of what is said here. */
    isHeld: string;
    isShown: string;
    say: string;
    answer: string;
    answerTo: (name: string) => string;
    /** Beside the name of somebody who works here. */
    own: string;
    closed: string;
    leaveEmpty: string;
  };
}

const english: SiteSayings = {
  says: {
    nothing: { title: 'Nothing stands here', text: 'The page may have been moved, or never was.' },
    closed: { title: 'This is for others', text: 'Your account does not open this page.' },
    gone: { title: 'This page has been withdrawn', text: 'It stood here, and does not any more.' },
    'no list': { title: 'Nothing stands here', text: 'No list can be followed at this address.' },
    malformed: {
      title: 'This address cannot be read',
      text: 'It holds something that is no part of an address.',
    },
    failed: {
      title: 'This page could not be drawn',
      text: 'Something went wrong here. Please try again in a moment.',
    },
    ended: {
      title: 'This link has ended',
      text: 'It led to a page that was not published yet. Whoever gave it to you can make another.',
    },
    'foreign form': {
      title: 'This form was sent from elsewhere',
      text: 'Open the page itself and send it from there.',
    },
    'long form': { title: 'This is too long', text: 'Please write less, and send it again.' },
    'changed form': {
      title: 'This form cannot be read',
      text: 'The page has changed meanwhile. Open it again and write from there.',
    },
  },
  search: 'Search',
  searchThis: (site) => `Search ${site}`,
  find: 'Find',
  foundBy: (words) => `“${words}”`,
  found: (n, more) =>
    n === 0
      ? 'Nothing was found.'
      : n === 1
        ? 'One was found.'
        : `${more ? 'More than ' : ''}${n} were found.`,
  foundNothing:
    'Look for fewer words, or for the beginning of one. Words between quotation marks are looked for as they follow one another.',
  everything: 'Everything',
  sorts: 'Kinds of things',
  instead: 'Perhaps one of these',
  byMail: 'Send by mail',
  print: 'Print',
  share: 'Share',
  elsewhere: {
    from: (whom) => `This comes from ${whom}. Once it is shown here, they learn that you look at it.`,
    away: 'This stands on another site.',
    show: 'Show it here',
    open: (whom) => `Open it at ${whom}`,
  },
  comments: {
    heading: (n) => (n === 0 ? 'Say something' : n === 1 ? 'One comment' : `${n} comments`),
    fields: { name: 'Your name', words: 'What you say' },
    faults: {
      missing: () => 'There is nothing here yet.',
      long: (most) => `At most ${most} characters.`,
    },
    became: {
      held: 'Thank you. It is shown once somebody has looked at it.',
      shown: 'Thank you. It stands here now.',
      'too many': 'Much was said from where you are. Please try again in a quarter of an hour.',
      'too fast': 'That was very quick. Please look at it once more, and send it again.',
      closed: 'Nothing more can be said here by now.',
    },
    toMend: 'Nothing is sent yet: something is still to mend.',
    isHeld: 'Plain words. It is shown once somebody has looked at it.',
    isShown: 'Plain words. It is shown at once.',
    say: 'Say it',
    answer: 'Answer',
    answerTo: (name) => `Answer ${name}`,
    own: 'of this site',
    closed: 'Nothing more can be said here.',
    leaveEmpty: 'Leave this empty',
  },
};

const byLanguage: Record<string, SiteSayings> = {
  en: english,
  fr: {
    says: {
      nothing: {
        title: 'Il n’y a rien ici',
        text: 'La page a peut-être changé d’adresse, ou n’a jamais existé.',
      },
      closed: {
        title: 'Cette page est pour d’autres',
        text: 'Votre compte ne l’ouvre pas.',
      },
      gone: { title: 'Cette page a été retirée', text: 'Elle était ici et n’y est plus.' },
      'no list': { title: 'Il n’y a rien ici', text: 'Aucune liste ne peut être suivie à cette adresse.' },
      malformed: {
        title: 'Cette adresse est illisible',
        text: 'Elle contient quelque chose qui n’appartient pas à une adresse.',
      },
      failed: {
        title: 'Cette page n’a pas pu être composée',
        text: 'Quelque chose s’est mal passé ici. Réessayez dans un instant.',
      },
      ended: {
        title: 'Ce lien a pris fin',
        text: 'Il menait à une page qui n’était pas encore publiée. Demandez-en un autre.',
      },
      'foreign form': {
        title: 'Ce formulaire a été envoyé d’ailleurs',
        text: 'Ouvrez la page elle-même et envoyez-le de là.',
      },
      'long form': { title: 'C’est trop long', text: 'Écrivez moins, puis renvoyez.' },
      'changed form': {
        title: 'Ce formulaire est illisible',
        text: 'La page a changé entre-temps. Ouvrez-la de nouveau et écrivez de là.',
      },
    },
    search: 'Rechercher',
    searchThis: (site) => `Rechercher sur ${site}`,
    find: 'Trouver',
    foundBy: (words) => `« ${words} »`,
    found: (n, more) =>
      n === 0
        ? 'Rien n’a été trouvé.'
        : n === 1
          ? 'Un résultat.'
          : `${more ? 'Plus de ' : ''}${n} résultats.`,
    foundNothing:
      'Essayez moins de mots, ou le début d’un mot. Entre guillemets, les mots sont cherchés à la suite.',
    everything: 'Tout',
    sorts: 'Sortes de résultats',
    instead: 'Peut-être l’une de ces pages',
    byMail: 'Envoyer par courriel',
    print: 'Imprimer',
    share: 'Partager',
    elsewhere: {
      from: (whom) => `Ceci vient de ${whom}. Une fois montré ici, ils apprennent que vous le regardez.`,
      away: 'Ceci se trouve sur un autre site.',
      show: 'Le montrer ici',
      open: (whom) => `Ouvrir chez ${whom}`,
    },
    comments: {
      heading: (n) => (n === 0 ? 'Dites quelque chose' : n === 1 ? 'Un commentaire' : `${n} commentaires`),
      fields: { name: 'Votre nom', words: 'Ce que vous dites' },
      faults: {
        missing: () => 'Il n’y a encore rien ici.',
        long: (most) => `Au plus ${most} caractères.`,
      },
      became: {
        held: 'Merci. Ce sera montré dès que quelqu’un l’aura lu.',
        shown: 'Merci. C’est montré ici.',
        'too many': 'Beaucoup a été dit de chez vous. Réessayez dans un quart d’heure.',
        'too fast': 'C’était très rapide. Relisez-le, et envoyez-le encore une fois.',
        closed: 'On ne peut plus rien dire ici.',
      },
      toMend: 'Rien n’est encore envoyé : il reste à corriger.',
      isHeld: 'En mots simples. Ce sera montré dès que quelqu’un l’aura lu.',
      isShown: 'En mots simples. C’est montré tout de suite.',
      say: 'Dire',
      answer: 'Répondre',
      answerTo: (name) => `Répondre à ${name}`,
      own: 'de ce site',
      closed: 'On ne peut plus rien dire ici.',
      leaveEmpty: 'Laissez ceci vide',
    },
  },
  de: {
    says: {
      nothing: { title: 'Hier steht nichts', text: 'Die Seite ist umgezogen, oder es gab sie nie.' },
      closed: { title: 'Diese Seite ist für andere', text: 'Ihr Konto öffnet sie nicht.' },
      gone: { title: 'Diese Seite wurde zurückgezogen', text: 'Sie stand hier und steht hier nicht mehr.' },
      'no list': { title: 'Hier steht nichts', text: 'Unter dieser Adresse lässt sich keiner Liste folgen.' },
      malformed: {
        title: 'Diese Adresse ist nicht lesbar',
        text: 'Sie enthält etwas, das in keine Adresse gehört.',
      },
      failed: {
        title: 'Diese Seite ließ sich nicht zeichnen',
        text: 'Hier ist etwas schiefgegangen. Bitte gleich noch einmal versuchen.',
      },
      ended: {
        title: 'Dieser Link ist abgelaufen',
        text: 'Er führte zu einer Seite, die noch nicht veröffentlicht war. Wer ihn gab, kann einen neuen machen.',
      },
      'foreign form': {
        title: 'Dieses Formular kam von anderswo',
        text: 'Öffnen Sie die Seite selbst und senden Sie es von dort.',
      },
      'long form': { title: 'Das ist zu lang', text: 'Bitte weniger schreiben und noch einmal senden.' },
      'changed form': {
        title: 'Dieses Formular ist nicht lesbar',
        text: 'Die Seite hat sich inzwischen geändert. Öffnen Sie sie neu und schreiben Sie von dort.',
      },
    },
    search: 'Suchen',
    searchThis: (site) => `${site} durchsuchen`,
    find: 'Finden',
    foundBy: (words) => `„${words}“`,
    found: (n, more) =>
      n === 0 ? 'Nichts gefunden.' : n === 1 ? 'Ein Treffer.' : `${more ? 'Mehr als ' : ''}${n} Treffer.`,
    foundNothing:
      'Suchen Sie weniger Wörter oder den Anfang eines Wortes. Zwischen Anführungszeichen werden Wörter in ihrer Folge gesucht.',
    everything: 'Alles',
    sorts: 'Arten von Treffern',
    instead: 'Vielleicht eine von diesen',
    byMail: 'Per Mail senden',
    print: 'Drucken',
    share: 'Teilen',
    elsewhere: {
      from: (whom) => `Dies kommt von ${whom}. Wird es hier gezeigt, erfährt man dort, dass Sie es ansehen.`,
      away: 'Dies steht auf einer anderen Seite.',
      show: 'Hier zeigen',
      open: (whom) => `Bei ${whom} öffnen`,
    },
    comments: {
      heading: (n) => (n === 0 ? 'Sagen Sie etwas' : n === 1 ? 'Ein Kommentar' : `${n} Kommentare`),
      fields: { name: 'Ihr Name', words: 'Was Sie sagen' },
      faults: {
        missing: () => 'Hier steht noch nichts.',
        long: (most) => `Höchstens ${most} Zeichen.`,
      },
      became: {
        held: 'Danke. Es wird gezeigt, sobald jemand es angesehen hat.',
        shown: 'Danke. Es steht jetzt hier.',
        'too many': 'Von Ihnen kam viel. Bitte versuchen Sie es in einer Viertelstunde noch einmal.',
        'too fast': 'Das ging sehr schnell. Bitte sehen Sie es noch einmal an und schicken Sie es erneut.',
        closed: 'Hier kann nichts mehr gesagt werden.',
      },
      toMend: 'Noch ist nichts abgeschickt: etwas ist noch zu richten.',
      isHeld: 'In einfachen Worten. Es wird gezeigt, sobald jemand es angesehen hat.',
      isShown: 'In einfachen Worten. Es wird sofort gezeigt.',
      say: 'Sagen',
      answer: 'Antworten',
      answerTo: (name) => `${name} antworten`,
      own: 'von dieser Seite',
      closed: 'Hier kann nichts mehr gesagt werden.',
      leaveEmpty: 'Lassen Sie dies leer',
    },
  },
};

/** What the site says in a language, or in English. */
export const sayingsFor = (locale: string): SiteSayings =>
  byLanguage[locale.split('-')[0]?.toLowerCase() ?? ''] ?? english;

/** A page that is none of the site's own, with what it says in its language. */
export function worded(page: VisitorPage): VisitorPage {
  const { says, search, account, locale } = page;
  if (!says) return page;
  const words = sayingsFor(locale);
  const shown = (text: string) => [{ words: text, step: 0 }];
  if (says === 'search') {
    const sought = search?.words ?? '';
    const title = sought === '' ? words.search : words.foundBy(sought);
    return {
      ...page,
      title: sought === '' ? words.search : `${words.search}: ${title}`,
      face: {
        heading: shown(title),
        ...(search && sought !== '' ? { summary: shown(words.found(search.total, search.more)) } : {}),
      },
    };
  }
  if (says === 'account') {
    const { title, text } = accountWordsFor(locale).pages[account?.page ?? 'sign-in'];
    const isDone = account?.became === 'sent' || account?.became === 'left' || account?.became === 'ended';
    return {
      ...page,
      title,
      face: { heading: shown(title), ...(text && !isDone ? { summary: shown(text) } : {}) },
    };
  }
  const { title, text } = words.says[says];
  return { ...page, title, face: { heading: shown(title), summary: shown(text) } };
}
