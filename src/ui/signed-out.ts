import { useSyncExternalStore } from 'react';

type Listener = () => void;

/** How often somebody signed in on the spot: an answer to what was asked before that says nothing of now. */
let session = 0;
let isOut = false;
const watching = new Set<Listener>();
const back = new Set<Listener>();

const listeningIn =
  (listeners: Set<Listener>) =>
  (listener: Listener): (() => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  };
const watch = listeningIn(watching);

function put(out: boolean): void {
  isOut = out;
  watching.forEach((listener) => listener());
}

/** Which session a question is asked in, to be told with the answer. */
export const sessionNow = (): number => session;

/** Tells that the server does not know any more who asked in a session. */
export function tellSignedOut(asked: number): void {
  if (asked === session) put(true);
}

export function tellSignedIn(): void {
  session += 1;
  put(false);
  back.forEach((listener) => listener());
}

/** Calls whenever somebody signed in again on the spot, until what is answered is called: what waited goes on. */
export const onSignedIn = listeningIn(back);

/** Whether the session of whoever works here has ended. */
export const useSignedOut = (): boolean =>
  useSyncExternalStore(
    watch,
    () => isOut,
    () => false,
  );
