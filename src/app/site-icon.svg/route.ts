import { styleOfSite } from '../../core/model/site-style';
import { siteIcon } from '../../core/site/site-icon';
import { sharedInstallation } from '../../services/runtime';
import { keptFor } from '../site-files';

export const dynamic = 'force-dynamic';

/** The mark of a site in the tabs of browsers. */
export async function GET(request: Request): Promise<Response> {
  const { model, sites, site: first } = await sharedInstallation();
  const key = new URL(request.url).searchParams.get('site');
  const site = sites.find((each) => each.key === key) ?? first;
  return new Response(siteIcon(site.label, styleOfSite(model.document, site.key)), {
    headers: { 'Content-Type': 'image/svg+xml', 'Cache-Control': keptFor(request) },
  });
}
