import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** The ways in which an answer is packed for browsers that can unpack it, the tightest first. */
export const packings = ['br', 'gzip'] as const;
export type Packing = (typeof packings)[number];

/** How the server in front tells a route what whoever asks can unpack, and is told how an answer is packed. */
export const ACCEPTS = 'x-clear-frame-accepts';
export const PACKED = 'x-clear-frame-packed';

/** Packs bytes beside all other work. Brotli at 5 packs tighter than gzip and takes about as long. */
export const pack: Record<Packing, (bytes: Buffer) => Promise<Buffer>> = {
  br: (bytes) => promisify(brotliCompress)(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } }),
  gzip: promisify<Buffer, Buffer>(gzip),
};

/** What a browser says that unpacks what is packed in a way (RFC 9110, 12.5.3); a weight of nothing refuses it. */
const takes: Record<Packing, RegExp> = {
  br: /\bbr\b(?!\s*;\s*q=0(?:\.0*)?\s*(?:,|$))/,
  gzip: /\bgzip\b(?!\s*;\s*q=0(?:\.0*)?\s*(?:,|$))/,
};

/** The tightest packing that a browser takes, by its `Accept-Encoding`, and that is there. */
export const packingFor = (
  accepted: string | string[] | undefined,
  isThere: (packing: Packing) => boolean,
): Packing | undefined => packings.find((each) => isThere(each) && takes[each].test(String(accepted ?? '')));
