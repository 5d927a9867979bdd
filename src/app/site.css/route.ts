import { sharedInstallation } from '../../services/runtime';
import { siteStylesheet } from '../../site/stylesheet';
import { keptFor } from '../site-files';

export const dynamic = 'force-dynamic';

/** The stylesheet of the visitors' pages, in the house style of the model in force. */
export async function GET(request: Request): Promise<Response> {
  const { model } = await sharedInstallation();
  return new Response(siteStylesheet(model.document.houseStyle), {
    headers: { 'Content-Type': 'text/css; charset=utf-8', 'Cache-Control': keptFor(request) },
  });
}
