'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import { Plain } from '../../ui/plain';

export default function Failed({ reset }: { error: Error; reset: () => void }): ReactElement {
  return (
    <Plain title="Something went wrong on this screen">
      <p>What you typed is kept in this browser. Try again; if it goes wrong once more, reload the page.</p>
      <Button variant="contained" onClick={reset}>
        Try again
      </Button>
    </Plain>
  );
}
