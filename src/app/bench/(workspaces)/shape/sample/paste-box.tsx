'use client';
import { OutlinedInput } from '@mui/material';
import { useState, type ReactElement } from 'react';

/** Takes rows that were copied from a spreadsheet as soon as they are pasted. */
export function PasteBox({ onPaste }: { onPaste: (text: string) => void }): ReactElement {
  const [text, setText] = useState('');
  return (
    <OutlinedInput
      placeholder="or paste rows here"
      value={text}
      inputProps={{ 'aria-label': 'Paste rows here' }}
      onChange={({ target }) => setText(target.value)}
      onPaste={(event) => {
        const pasted = event.clipboardData.getData('text/plain');
        if (pasted.trim() === '') return;
        event.preventDefault();
        setText('');
        onPaste(pasted);
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || text.trim() === '') return;
        event.preventDefault();
        setText('');
        onPaste(text);
      }}
    />
  );
}
