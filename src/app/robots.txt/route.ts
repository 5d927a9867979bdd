import { sharedInstallation } from '../../services/runtime';

export const dynamic = 'force-dynamic';

/** What those who go through sites by themselves are asked to leave (RFC 9309), and where all addresses stand. */
export async function GET(): Promise<Response> {
  const { settings } = await sharedInstallation();
  const lines = [
    'User-agent: *',
    'Disallow: /bench',
    'Disallow: /api/',
    'Disallow: /*?q=',
    '',
    `Sitemap: ${settings.address}/sitemap.xml`,
  ];
  return new Response(`${lines.join('\n')}\n`, {
    headers: { 'Content-Type': 'text/plain; charset=utf-8', 'Cache-Control': 'no-cache' },
  });
}
