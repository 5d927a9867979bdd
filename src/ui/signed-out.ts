type Listener = () => void;
const out = new Set<Listener>();
const back = new Set<Listener>();

const listening =
  (listeners: Set<Listener>) =>
  (listener: Listener): (() => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  };

/** Calls whenever the server does not know any more who asks, until what is answered is called. */
export const onSignedOut = listening(out);
/** Calls whenever somebody signed in again on the spot: what waited goes on. */
export const onSignedIn = listening(back);

export const tellSignedOut = (): void => out.forEach((listener) => listener());
export const tellSignedIn = (): void => back.forEach((listener) => listener());
