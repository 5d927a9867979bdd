import { guidePicture } from '../../../../services/guide';

/** A picture of the guide. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ picture: string }> },
): Promise<Response> {
  const picture = guidePicture((await params).picture.replace(/\.png$/, ''));
  return picture
    ? new Response(new Uint8Array(picture), {
        headers: { 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=3600' },
      })
    : new Response(null, { status: 404 });
}
