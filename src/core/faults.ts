/** One thing wrong with what was given: where (a JSON Pointer, RFC 6901), a stable code, and words for a person. */
export interface Fault {
  path: string;
  code: string;
  message: string;
}

/** The answer to reading one value: the value itself, or why it is no value of its kind, with paths below the value. */
export type Reading<T> = { ok: true; value: T } | { ok: false; faults: Fault[] };

export const read = <T>(value: T): Reading<T> => ({ ok: true, value });
export const refuse = (code: string, message: string, path = ''): Reading<never> => ({
  ok: false,
  faults: [{ path, code, message }],
});
export const refuseAll = (faults: Fault[]): Reading<never> => ({ ok: false, faults });

/** Faults told below a place, told from above it. */
export const under = (path: string, faults: readonly Fault[]): Fault[] =>
  faults.map((fault) => ({ ...fault, path: path + fault.path }));

/** Joins pieces into a JSON Pointer below `base`, escaping as RFC 6901 asks. */
export function pointer(base: string, ...pieces: (string | number)[]): string {
  return (
    base + pieces.map((piece) => '/' + String(piece).replaceAll('~', '~0').replaceAll('/', '~1')).join('')
  );
}

/** The pieces of a JSON Pointer, as they were before they were joined. */
export const piecesOfPointer = (path: string): string[] =>
  path
    .split('/')
    .slice(1)
    .map((piece) => piece.replaceAll('~1', '/').replaceAll('~0', '~'));
