'use client';
import { Button, OutlinedInput } from '@mui/material';
import type { Editor } from '@tiptap/core';
import { useEditorState } from '@tiptap/react';
import { useState, type ReactElement } from 'react';
import { findWords } from './find-words';
import styles from './kinds.module.css';

/** Finds words in a formatted text, one after the other, and puts others in their place; marks stay. */
export function FindInText({ editor, onClose }: { editor: Editor; onClose: () => void }): ReactElement {
  const [words, setWords] = useState('');
  const [put, setPut] = useState('');
  const found = useEditorState({ editor, selector: ({ editor: now }) => findWords(now.state.doc, words) });
  const { from, to } = editor.state.selection;
  const at = found.findIndex((each) => each.from === from && each.to === to);
  const go = (next: number) => {
    const place = found[next % Math.max(1, found.length)];
    if (place) editor.chain().setTextSelection(place).scrollIntoView().run();
  };
  const replace = (places: typeof found) => {
    const { tr } = editor.state;
    // From the end, so that the places before it stay where they are.
    for (const place of [...places].reverse()) {
      if (put === '') tr.delete(place.from, place.to);
      else tr.insertText(put, place.from, place.to);
    }
    editor.view.dispatch(tr);
  };
  return (
    <div
      className={styles.finding}
      role="search"
      aria-label="Find in this text"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        onClose();
      }}
    >
      <OutlinedInput
        autoFocus
        value={words}
        placeholder="Find"
        onChange={({ target }) => setWords(target.value)}
        onKeyDown={({ key }) => {
          if (key === 'Enter') go(at + 1);
        }}
        slotProps={{ input: { 'aria-label': 'Find' } }}
      />
      <OutlinedInput
        value={put}
        placeholder="Put in its place"
        onChange={({ target }) => setPut(target.value)}
        slotProps={{ input: { 'aria-label': 'Put in its place' } }}
      />
      <Button size="small" disabled={found.length === 0} onClick={() => go(at + 1)}>
        Next
      </Button>
      <Button
        size="small"
        disabled={at < 0}
        onClick={() => {
          const place = found[at];
          if (place) replace([place]);
        }}
      >
        Replace
      </Button>
      <Button size="small" disabled={found.length === 0} onClick={() => replace(found)}>
        Replace all
      </Button>
      <span role="status">
        {words === '' ? '' : found.length === 0 ? 'Not in this text' : `${found.length} found`}
      </span>
    </div>
  );
}
