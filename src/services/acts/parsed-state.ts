import type { Json } from '../../core/json';

/** A thing as an act keeps it; null where it was not there. Acts alone write it. */
export const parsed = (text: string | null): Json => (text === null ? null : (JSON.parse(text) as Json));
