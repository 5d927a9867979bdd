import type { VisitorPage } from '../core/site/visitor-page';
import { Page } from './page';
import { worded } from './sayings';

/** Where a page finds the site's stylesheet, its mark, and the script for what turns by itself. */
export interface SiteFiles {
  stylesheet: string;
  script: string;
  icon: string;
}

/** A visitor's page as the HTML that goes out. */
export async function renderPage(
  page: VisitorPage,
  { stylesheet, script, icon }: SiteFiles,
): Promise<string> {
  const { renderToStaticMarkup } = await import('react-dom/server');
  return `<!doctype html>${renderToStaticMarkup(<Page page={worded(page)} stylesheet={stylesheet} script={script} icon={icon} />)}`;
}
