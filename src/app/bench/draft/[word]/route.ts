import { signDrawn } from '../../../../services/media';
import { sharedInstallation } from '../../../../services/runtime';
import { draftShown } from '../../../../services/visitor';
import { renderMissing, renderPage } from '../../../../site/render';
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
  const files = siteFiles(installation.model.document.houseStyle);
  const shown = await draftShown(installation, word, at);
  if (!shown) {
    const { label, base } = installation.site;
    const style = installation.model.document.houseStyle;
    const html = await renderMissing({ label, home: base || '/', style }, installation.model.locale, files, {
      title: 'This link has ended',
      text: 'It led to a page that was not published yet. Whoever gave it to you can make another.',
    });
    return new Response(html, { status: 410, headers: PRIVATE });
  }
  if ('elsewhere' in shown)
    return new Response(null, { status: 307, headers: { ...PRIVATE, Location: encodeURI(shown.elsewhere) } });
  const html = signDrawn(installation.secret, await renderPage(shown.page, files));
  return new Response(asDraft(html, word, shown.until), { headers: PRIVATE });
}
