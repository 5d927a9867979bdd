'use client';
import { Button, Snackbar } from '@mui/material';
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useRef,
  useState,
  type ReactElement,
  type ReactNode,
} from 'react';
import { isSaving, onAct, type KeptAct } from './acts';
import { ask, wordsOf } from './ask';
import { beginAnew } from './going';

interface Told {
  words: string;
  undo?: () => void;
}

const Context = createContext<(told: Told) => void>(() => {});

/** Tells one thing in passing: what was done, and how to undo it. Faults never stand here alone. */
export const useTell = (): ((words: string, undo?: () => void) => void) => {
  const tell = useContext(Context);
  return useCallback((words, undo) => tell({ words, ...(undo ? { undo } : {}) }), [tell]);
};

/** How long (ms) after an act what a screen tells counts as telling of it. */
const SAME_MOMENT = 5000;
/** Where it is seen how far an undo is that takes a while. */
const LONG_WORK = '/bench/watch/work';
const AFTER_UNDO = 'clear-frame.after-undo';

/**
 * Takes an act back. Every screen then begins anew from what is kept, and tells what stayed as it is; words
 * that are not kept yet lie in the browser and come back by themselves.
 */
export async function takeBack(id: string): Promise<void> {
  const anew = beginAnew();
  let told: string;
  try {
    const { left, goesOn } = await ask('undoAct', { path: { id } });
    if (goesOn !== undefined) return anew(LONG_WORK);
    const reasons = left.map(({ label, why }) => (label ? `${label}: ${why}` : why));
    told = reasons.length > 0 ? `Taken back, but for this. ${reasons.slice(0, 3).join(' ')}` : 'Taken back.';
  } catch (error) {
    told = wordsOf(error);
  }
  sessionStorage.setItem(AFTER_UNDO, told);
  return anew();
}

export function Telling({ children }: { children: ReactNode }): ReactElement {
  /** What is told, and as the how many-th: each stands its own time, also where it takes the place of another. */
  const [{ told, n }, setTold] = useState<{ told?: Told; n: number }>({ n: 0 });
  const [open, setOpen] = useState(false);
  const last = useRef<{ act: KeptAct; at: number }>(undefined);
  const tell = useCallback((next: Told) => {
    const act = last.current && Date.now() - last.current.at < SAME_MOMENT ? last.current.act : undefined;
    // What a screen says of an act in its own words can be taken back as the act can.
    const told = next.undo || !act ? next : { ...next, undo: () => void takeBack(act.id) };
    setTold((before) => ({ told, n: before.n + 1 }));
    setOpen(true);
  }, []);
  useEffect(
    () =>
      onAct((act) => {
        if (isSaving(act)) return;
        last.current = { act, at: Date.now() };
        tell({ words: `You ${act.what}.` });
      }),
    [tell],
  );
  useEffect(() => {
    const words = sessionStorage.getItem(AFTER_UNDO);
    if (words === null) return;
    sessionStorage.removeItem(AFTER_UNDO);
    tell({ words });
  }, [tell]);
  const undo = told?.undo;
  return (
    <Context.Provider value={tell}>
      {children}
      <Snackbar
        key={n}
        open={open}
        onClose={(_, reason) => reason !== 'clickaway' && setOpen(false)}
        autoHideDuration={undo ? 12_000 : 5_000}
        message={told?.words}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
        action={
          undo && (
            <Button
              variant="text"
              sx={{ color: 'inherit' }}
              onClick={() => {
                setOpen(false);
                undo();
              }}
            >
              Undo
            </Button>
          )
        }
      />
    </Context.Provider>
  );
}
