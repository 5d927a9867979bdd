import { sharedInstallation } from '../../services/runtime';
import { siteMap } from '../../services/visitor';

export const dynamic = 'force-dynamic';

/** All addresses of the sites, or one part of them. */
export async function GET(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const part = new URL(request.url).searchParams.get('part') ?? undefined;
  const xml = await installation.turnover.read(() => siteMap(installation, part));
  return xml === undefined
    ? new Response('There is no such part.\n', { status: 404 })
    : new Response(xml, {
        headers: { 'Content-Type': 'application/xml; charset=utf-8', 'Cache-Control': 'no-cache' },
      });
}
