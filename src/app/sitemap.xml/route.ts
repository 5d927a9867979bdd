import { sharedInstallation } from '../../services/runtime';
import { asVisitor, siteMap } from '../../services/visitor';

export const dynamic = 'force-dynamic';

/** All addresses of the sites, or one part of them. */
export async function GET(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const part = new URL(request.url).searchParams.get('part') ?? undefined;
  // What is not for everyone is in no map.
  const xml = await asVisitor(installation, undefined, (seen) => siteMap(seen, part));
  return xml === undefined
    ? new Response('There is no such part.\n', { status: 404 })
    : new Response(xml, {
        headers: { 'Content-Type': 'application/xml; charset=utf-8', 'Cache-Control': 'no-cache' },
      });
}
