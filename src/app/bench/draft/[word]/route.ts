import { signDrawn } from '../../../../services/media';
import { sharedInstallation } from '../../../../services/runtime';
import { draftShown, siteDrawn } from '../../../../services/visitor';
import { pageSaying } from '../../../../core/site/page-saying';
import { renderPage } from '../../../../site/render';
import { siteFiles } from '../../../site-files';
import { asDraft } from '../as-draft';

export const dynamic = 'force-dynamic';

/** What nobody else may keep, find or be told of. */
const PRIVATE = {
  'Content-Type': 'text/html; charset=utf-8',
  'Cache-Control': 'no-store',
  'X-Robots-Tag': 'noindex, nofollow',
  'Referrer-Policy': 'no-referrer',
};

/** A page as it is worked on, for somebody who was given a link to it; ways to other pages lead on within the link. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ word: string }> },
): Promise<Response> {
  const installation = await sharedInstallation();
  const { word } = await params;
  const at = new URL(request.url).searchParams.get('at');
  const shown = await draftShown(installation, word, at);
  if (!shown) {
    const site = siteDrawn(installation, installation.site, undefined);
    const html = await renderPage(pageSaying(site, installation.model.locale, 'ended'), siteFiles(site));
    return new Response(html, { status: 410, headers: PRIVATE });
  }
  if ('elsewhere' in shown)
    return new Response(null, { status: 307, headers: { ...PRIVATE, Location: encodeURI(shown.elsewhere) } });
  const html = signDrawn(installation.secret, await renderPage(shown.page, siteFiles(shown.page.site)));
  return new Response(asDraft(html, word, shown.until), { headers: PRIVATE });
}
