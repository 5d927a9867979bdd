import { sharedInstallation } from '../../services/runtime';
import { keptFor, stylesheetIn } from '../site-files';

export const dynamic = 'force-dynamic';

/** The stylesheet of the visitors' pages, in the house style of the model in force. */
export async function GET(request: Request): Promise<Response> {
  const { model } = await sharedInstallation();
  return new Response(stylesheetIn(model.document.houseStyle), {
    headers: { 'Content-Type': 'text/css; charset=utf-8', 'Cache-Control': keptFor(request) },
  });
}
