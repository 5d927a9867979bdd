import { siteManifest } from '../../core/formats/site-manifest';
import { languageAsked, sharedInstallation, siteAt } from '../../services/runtime';
import { siteDrawn } from '../../services/visitor';
import { siteFiles } from '../site-files';

export const dynamic = 'force-dynamic';

/** How the site whose first page stands at an address (`at`) is kept by devices. */
export async function GET(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const asked = new URL(request.url).searchParams.get('at') ?? '/';
  const { language, address } = languageAsked(installation, asked);
  const site = siteDrawn(installation, siteAt(installation, address), language);
  const manifest = siteManifest({
    ...site,
    locale: language ?? installation.model.locale,
    icon: siteFiles(site).icon,
  });
  return new Response(JSON.stringify(manifest), {
    headers: { 'Content-Type': 'application/manifest+json; charset=utf-8', 'Cache-Control': 'no-cache' },
  });
}
