/** What the site itself says around the content. Languages that are not here read it in English. */
export interface SiteWords {
  toContent: string;
  main: string;
  way: string;
  further: string;
  nothing: string;
  languages: string;
  slides: (name: string, n: number) => string;
  slideshow: string;
  toTop: (site: string) => string;
}

const english: SiteWords = {
  toContent: 'To the content', main: 'Main', way: 'Where you are', further: 'Further pages', nothing: 'Nothing stands here yet.', languages: 'Languages',
  slides: (name, n) => `${name}: ${n} slides, moved along sideways`, slideshow: 'Slideshow', toTop: (site) => `To the first page of ${site}`,
};

const byLanguage: Record<string, SiteWords> = {
  en: english,
  fr: {
    toContent: 'Aller au contenu', main: 'Principale', way: 'Où vous êtes', further: 'Autres pages', nothing: 'Rien ici pour le moment.', languages: 'Langues',
    slides: (name, n) => `${name} : ${n} vues, à faire glisser`, slideshow: 'Diaporama', toTop: (site) => `Vers la première page de ${site}`,
  },
  de: {
    toContent: 'Zum Inhalt', main: 'Haupt', way: 'Wo Sie sind', further: 'Weitere Seiten', nothing: 'Hier steht noch nichts.', languages: 'Sprachen',
    slides: (name, n) => `${name}: ${n} Bilder, seitwärts zu bewegen`, slideshow: 'Bilderfolge', toTop: (site) => `Zur ersten Seite von ${site}`,
  },
};

/** The words for a locale (BCP 47). */
export const wordsFor = (locale: string): SiteWords => byLanguage[locale.split('-')[0]?.toLowerCase() ?? ''] ?? english;

/** A language by the name its own speakers give it. */
export const nameOfLanguage = (locale: string): string => new Intl.DisplayNames([locale], { type: 'language', languageDisplay: 'standard' }).of(locale.split('-')[0] ?? locale) ?? locale;
