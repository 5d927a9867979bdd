import { styleOfSite } from '../../core/model/site-style';
import { sharedInstallation } from '../../services/runtime';
import { keptFor, stylesheetIn } from '../site-files';

export const dynamic = 'force-dynamic';

/** The stylesheet of the visitors' pages, in the house style that a site has in the model in force. */
export async function GET(request: Request): Promise<Response> {
  const { model } = await sharedInstallation();
  const site = new URL(request.url).searchParams.get('site') ?? '';
  return new Response(stylesheetIn(styleOfSite(model.document, site)), {
    headers: { 'Content-Type': 'text/css; charset=utf-8', 'Cache-Control': keptFor(request) },
  });
}
