import type { VisitorPage } from '../core/site/visitor-page';
import { Page } from './page';
import { wordsFor } from './words';

/** Where a page finds the site's stylesheet, and the script for what turns by itself. */
export interface SiteFiles {
  stylesheet: string;
  script: string;
}

/** A visitor's page as the HTML that goes out. */
export async function renderPage(page: VisitorPage, { stylesheet, script }: SiteFiles): Promise<string> {
  const { renderToStaticMarkup } = await import('react-dom/server');
  return `<!doctype html>${renderToStaticMarkup(<Page page={page} stylesheet={stylesheet} script={script} />)}`;
}

/** What a visitor sees where nothing stands, or where the address cannot be one. */
export async function renderMissing(
  site: VisitorPage['site'],
  locale: string,
  files: SiteFiles,
  words: { title: string; text: string },
): Promise<string> {
  const shown = (text: string) => [{ words: text, step: 0 }];
  return renderPage(
    {
      locale,
      site,
      languages: [],
      title: words.title,
      address: '',
      isTop: false,
      navigation: [],
      foot: [],
      above: [],
      slotOrder: [],
      slots: {},
      below: [{ label: wordsFor(locale).toTop(site.label), address: site.home, summary: '' }],
      face: { heading: shown(words.title), summary: shown(words.text) },
    },
    files,
  );
}
