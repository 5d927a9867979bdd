import { siteScript } from '../../site/script';
import { keptFor } from '../site-files';

export const dynamic = 'force-dynamic';

/** The script of visitors' pages with slides or acts; all others have none. */
export const GET = (request: Request): Response =>
  new Response(siteScript, {
    headers: { 'Content-Type': 'text/javascript; charset=utf-8', 'Cache-Control': keptFor(request) },
  });
