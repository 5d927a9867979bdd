import { sharedInstallation } from '../../../../services/runtime/open';
import { mediaFile } from '../../../../services/media/renditions';

export const dynamic = 'force-dynamic';

/** A medium as visitors get it. What stands under an address never changes, so browsers may keep it for good. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string; file: string }> },
): Promise<Response> {
  const { id, file } = await params;
  const found = await mediaFile(
    await sharedInstallation(),
    id,
    decodeURIComponent(file),
    new URL(request.url).searchParams,
  );
  if (!found)
    return new Response('There is no such file.', {
      status: 404,
      headers: { 'Content-Type': 'text/plain; charset=utf-8' },
    });
  return new Response(new Uint8Array(found.bytes), {
    headers: {
      'Content-Type': found.mime,
      'Cache-Control': 'public, max-age=31536000, immutable',
      'Content-Security-Policy': "default-src 'none'; sandbox",
    },
  });
}
