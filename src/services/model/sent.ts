import { createHash } from 'node:crypto';
import type { ModelDocument } from '../../core/model/document';
import type { Installation } from '../runtime/installation';
import { pack, type Packing } from '../runtime/packing';
import { model } from './put-in-force';

/** A model as browsers get it and keep it. */
interface Sent {
  /** Tells it from every other model, also from one of another installation under the same address. */
  version: string;
  text: Buffer;
  packed: Map<Packing, Promise<Buffer>>;
}

/** Written once for all pages that are drawn with it. */
const written = new WeakMap<ModelDocument, Sent>();

function sentOf(installation: Installation): Sent {
  const answer = model(installation);
  const known = written.get(answer.document);
  if (known) return known;
  const text = Buffer.from(JSON.stringify(answer));
  const hash = createHash('sha256').update(text).digest('base64url').slice(0, 16);
  const sent = { version: `${answer.revision}-${hash}`, text, packed: new Map<Packing, Promise<Buffer>>() };
  written.set(answer.document, sent);
  return sent;
}

/** What tells the model in force from every other one. */
export const modelVersion = (installation: Installation): string => sentOf(installation).version;

/** The model in force as JSON, packed as it is asked for; nothing where it is another version. */
export async function modelSent(
  installation: Installation,
  version: string,
  packing: Packing | undefined,
): Promise<Buffer | undefined> {
  const sent = sentOf(installation);
  if (sent.version !== version) return undefined;
  if (!packing) return sent.text;
  const packed = sent.packed.get(packing) ?? pack[packing](sent.text);
  sent.packed.set(packing, packed);
  return packed;
}
