/**
 * Reads a body in full, but never more than `most` bytes: past them nothing, and what is still to come is not
 * waited for.
 */
export async function readBytes(request: Request, most: number): Promise<Buffer | undefined> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return undefined;
  const pieces: Uint8Array[] = [];
  let size = 0;
  for (const reader = request.body?.getReader(); reader;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > most) return undefined;
    pieces.push(value);
  }
  return Buffer.concat(pieces);
}
