import { openSearch } from '../../core/formats/open-search';
import { languageAsked, sharedInstallation, siteAt } from '../../services/runtime';
import { siteDrawn } from '../../services/visitor';
import { sayingsFor } from '../../site/sayings';

export const dynamic = 'force-dynamic';

/** How the site whose first page stands at an address (`at`) is searched. */
export async function GET(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const { language, address } = languageAsked(
    installation,
    new URL(request.url).searchParams.get('at') ?? '/',
  );
  const { label, home } = siteDrawn(installation, siteAt(installation, address), language);
  const locale = language ?? installation.model.locale;
  const xml = openSearch({
    site: label,
    description: sayingsFor(locale).searchThis(label),
    language: locale,
    seek: `${installation.settings.address}${home}`,
  });
  return new Response(xml, {
    headers: {
      'Content-Type': 'application/opensearchdescription+xml; charset=utf-8',
      'Cache-Control': 'no-cache',
    },
  });
}
