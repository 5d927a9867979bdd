import { ACT_HEADER } from '../contract/act-header';

/** An act that the server kept, as a call told it: its id, and what was done. */
export interface KeptAct {
  id: string;
  what: string;
}

type Listener = (act: KeptAct) => void;
const listeners = new Set<Listener>();

/** Calls whenever an act was kept, until what is answered is called. */
export function onAct(listener: Listener): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** Tells everyone who listens of the act that an answer names, if it names one. */
export function tellAct({ headers }: Pick<Response, 'headers'>): void {
  const [id, words] = (headers.get(ACT_HEADER) ?? '').split(' ');
  if (!id || words === undefined) return;
  for (const listener of listeners) listener({ id, what: decodeURIComponent(words) });
}

/** Savings as a person types are told by the form itself, beside what was typed. */
export const isSaving = ({ what }: KeptAct): boolean => what.startsWith('changed ');
