import { sharedInstallation } from '../../../../services/runtime';
import { standInPage } from '../../../../services/visitor';

export const dynamic = 'force-dynamic';

/** What a made-up provider of the sample shows; an installation of its own has none. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ what: string }> },
): Promise<Response> {
  const { demo } = await sharedInstallation();
  const page = demo ? standInPage((await params).what) : undefined;
  return page === undefined
    ? new Response('Nothing stands here.', { status: 404 })
    : new Response(page, {
        headers: { 'Content-Type': 'text/html; charset=utf-8', 'Cache-Control': 'no-cache' },
      });
}
