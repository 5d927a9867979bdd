import { slideScript } from '../../site/turn-slides';
import { keptFor } from '../site-files';

export const dynamic = 'force-dynamic';

/** The script of visitors' pages with a slideshow; all others have none. */
export const GET = (request: Request): Response =>
  new Response(slideScript, {
    headers: { 'Content-Type': 'text/javascript; charset=utf-8', 'Cache-Control': keptFor(request) },
  });
