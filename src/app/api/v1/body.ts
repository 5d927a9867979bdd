import type { Operation } from '../../../contract/operations';
import { inputBounds, parseBounded, tooMuch } from '../../../contract/parse-input';
import type { Fault } from '../../../core/faults';
import { mediaBounds } from '../../../services/media';
import { here, type Installation, Refusal } from '../../../services/runtime';
import { readBytes } from '../../read-bytes';

type Taken = Pick<Operation<object, object, unknown>, 'act' | 'body' | 'mostBytes'>;

/** Up to so many bytes a body is read on the spot; a larger one beside the event loop, where others do not wait for it. */
const SMALL = 64 * 1024;

const sizeInWords = (bytes: number): string =>
  bytes < 1024 * 1024 ? `${bytes / 1024} kB` : `${bytes / 1024 / 1024} MB`;

/** The most bytes that a call may bring. */
const mostOf = ({ act, mostBytes }: Taken): number =>
  mostBytes ?? (act === 'anyone' ? inputBounds.anyone : inputBounds.bytes);

/** The text of a body, never more than the bound; nothing for a call that only says "do it". */
async function textOf(request: Request, most: number): Promise<string | undefined> {
  if (request.headers.get('content-type') === null && (request.headers.get('content-length') ?? '0') === '0')
    return undefined;
  const type = request.headers.get('content-type')?.split(';')[0]?.trim();
  if (type !== 'application/json' && type !== 'application/merge-patch+json')
    throw new Refusal(415, 'Send JSON (application/json, or application/merge-patch+json for a patch).');
  const bytes = await readBytes(request, most);
  if (!bytes) throw new Refusal(413, `More than the ${sizeInWords(most)} that this call may bring.`);
  return bytes.toString('utf8');
}

/** Reads the body of a call as its operation takes it, or tells every fault of its shape. */
export async function bodyOf(
  request: Request,
  operation: Taken,
  installation: Installation,
): Promise<{ value?: object; faults: Fault[] }> {
  if (!operation.body) return { value: {}, faults: [] };
  const text = await textOf(request, mostOf(operation));
  if (text === undefined) return parseBounded(operation.body, {});
  const beside = text.length > SMALL ? installation.beside : here;
  const parsed = await beside.run('parseJson', { text, bounds: inputBounds });
  if ('wrong' in parsed)
    throw new Refusal(400, `This is not JSON. ${parsed.wrong}`.trim(), [
      { path: '', code: 'json', message: 'This is not JSON.' },
    ]);
  return 'over' in parsed ? tooMuch(parsed.over) : parseBounded(operation.body, parsed.value);
}

/** A file in full, but never more than the bound. */
export async function fileOf(request: Request): Promise<Buffer> {
  const bytes = await readBytes(request, mediaBounds.bytes);
  if (!bytes) throw new Refusal(413, `A file may have at most ${mediaBounds.bytes / 1024 / 1024} MB.`);
  return bytes;
}
