import { openHouse } from '../../services/house';
import { visit } from '../../services/visitor';
import { renderMissing, renderPage } from '../../site/render';
import { stylesheetAddress } from '../site.css/stylesheet-address';

export const dynamic = 'force-dynamic';

const HTML = { 'Content-Type': 'text/html; charset=utf-8' };

/**
 * A visitor's page that is not ready in memory: gathered, drawn and kept. The server in front answers the next visitor
 * from memory.
 */
export async function GET(request: Request): Promise<Response> {
  const house = await openHouse();
  const { pathname } = new URL(request.url);
  const { since } = house.rendered;
  const found = await visit(house, pathname);
  const style = house.model.document.houseStyle;
  const stylesheet = stylesheetAddress(style);
  const missing = (status: number, title: string, text: string) =>
    renderMissing({ label: house.site.label, home: '/', style }, house.site.locale, stylesheet, { title, text }).then((html) => new Response(html, { status, headers: { ...HTML, 'Cache-Control': 'no-store' } }));
  if (found.found === 'malformed') return missing(400, 'This address cannot be read', 'It holds something that is no part of an address.');
  if (found.found === 'elsewhere') return new Response(null, { status: 308, headers: { Location: encodeURI(found.address) } });
  if (found.found === 'nothing') return missing(404, 'Nothing stands here', 'The page may have been moved or withdrawn.');
  const page = house.rendered.keep(found.id, pathname, await renderPage(found.page, stylesheet), found.validUntil, since);
  return new Response(new Uint8Array(page.html), { headers: { ...HTML, ETag: page.etag, 'Cache-Control': 'no-cache' } });
}
