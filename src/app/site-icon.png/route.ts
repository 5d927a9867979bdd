import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { iconAsked } from '../../core/site/site-icon';
import { siteIconFile } from '../../services/media';
import { matchingEtag, sharedInstallation } from '../../services/runtime';

export const dynamic = 'force-dynamic';

/** The mark of a site out of its picture, in a size; where there is no picture any more, the one of its first letter. */
export async function GET(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const asked = new URL(request.url).searchParams;
  const key = asked.get('site') ?? '';
  const site = installation.sites.find((each) => each.key === key) ?? installation.site;
  const icon = iconAsked(asked);
  if (!icon) return new Response('There is no mark of this size.', { status: 404 });
  const file = await siteIconFile(installation, site, icon);
  if (!file)
    return new Response(null, {
      status: 302,
      headers: {
        Location: `/site-icon.svg?site=${encodeURIComponent(site.key)}`,
        'Cache-Control': 'no-cache',
      },
    });
  const etag = `"${basename(file.path, '.png')}"`;
  // The picture of a site may become another one under the same address.
  const headers = { ETag: etag, 'Cache-Control': 'public, max-age=86400' };
  if (matchingEtag(request.headers.get('if-none-match'), [etag]) !== undefined)
    return new Response(null, { status: 304, headers });
  return new Response(new Uint8Array(await readFile(file.path)), {
    headers: { ...headers, 'Content-Type': file.mime },
  });
}
