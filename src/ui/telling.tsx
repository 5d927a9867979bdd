'use client';
import { Button, Snackbar } from '@mui/material';
import { createContext, useCallback, useContext, useState, type ReactElement, type ReactNode } from 'react';

interface Told {
  words: string;
  undo?: () => void;
}

const Context = createContext<(told: Told) => void>(() => {});

/** Tells one thing in passing: what was done, and where it can be, how to undo it. Faults never stand here alone. */
export const useTell = (): ((words: string, undo?: () => void) => void) => {
  const tell = useContext(Context);
  return useCallback((words, undo) => tell({ words, ...(undo ? { undo } : {}) }), [tell]);
};

export function Telling({ children }: { children: ReactNode }): ReactElement {
  const [told, setTold] = useState<Told>();
  const [open, setOpen] = useState(false);
  const tell = useCallback((next: Told) => {
    setTold(next);
    setOpen(true);
  }, []);
  const undo = told?.undo;
  return (
    <Context.Provider value={tell}>
      {children}
      <Snackbar
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
