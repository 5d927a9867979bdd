import { modelSent } from '../../../../services/model';
import { ACCEPTS, PACKED, packingFor } from '../../../../services/runtime';
import { whoAsks } from '../../signed-in';

const YEAR = 31_536_000;
const refuse = (status: number) => new Response(null, { status, headers: { 'Cache-Control': 'no-store' } });

/** A version of the model, for browsers to keep: what stands under its address never changes. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ version: string }> },
): Promise<Response> {
  const { installation, person, lacksFactor } = await whoAsks();
  if (!person || lacksFactor) return refuse(401);
  const packing = packingFor(request.headers.get(ACCEPTS) ?? undefined, () => true);
  const text = await modelSent(installation, (await params).version, packing);
  if (!text) return refuse(404);
  return new Response(new Uint8Array(text), {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Cache-Control': `private, max-age=${YEAR}, immutable, no-transform`,
      Vary: 'Accept-Encoding',
      ...(packing ? { [PACKED]: packing } : {}),
    },
  });
}
