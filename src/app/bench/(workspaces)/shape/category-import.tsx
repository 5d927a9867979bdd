'use client';
import {
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  OutlinedInput,
  ToggleButton,
  ToggleButtonGroup,
} from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { CategoryImportAnswer } from '../../../../contract/categories';
import type { Scheme } from '../../../../core/model/document';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { FileButton } from '../../../../ui/file-button';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { Note } from '../../../../ui/marks';

/** Reads categories from an indented list or a table; what would come of it is told before anything is kept. */
export function CategoryImport({
  scheme,
  onClose,
  onDone,
}: {
  scheme: Scheme;
  onClose: () => void;
  onDone: (made: number) => void;
}): ReactElement {
  const [format, setFormat] = useState<'indented' | 'csv'>('indented');
  const [text, setText] = useState('');
  const [trial, setTrial] = useState<CategoryImportAnswer>();
  const [problem, setProblem] = useState<string>();
  const read = async (tryOnly: boolean) => {
    setProblem(undefined);
    try {
      const answer = await ask('importCategories', {
        path: { id: scheme.id },
        body: { format, text, tryOnly },
      });
      if (tryOnly) setTrial(answer);
      else onDone(answer.made);
    } catch (error) {
      setProblem(
        error instanceof Problem && error.faults.length > 0
          ? error.faults.map(({ message }) => message).join(' ')
          : wordsOf(error),
      );
    }
  };
  const change = (next: string) => {
    setText(next);
    setTrial(undefined);
  };
  return (
    <Dialog open fullWidth maxWidth="sm" onClose={onClose} aria-labelledby="read-in">
      <DialogTitle id="read-in">Read categories into {scheme.label}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={format}
          aria-label="How the list is written"
          onChange={(_, next: 'indented' | 'csv' | null) => {
            if (next) {
              setFormat(next);
              setTrial(undefined);
            }
          }}
        >
          <ToggleButton value="indented">One a line, indented</ToggleButton>
          <ToggleButton value="csv">Table of levels, CSV</ToggleButton>
        </ToggleButtonGroup>
        <Labelled
          id="read-text"
          label="The list"
          help={
            format === 'csv'
              ? 'One column a level: Wetland,Reedbed,Reed edge.'
              : 'Spaces or tabs before a name put it below the one above.'
          }
        >
          <OutlinedInput
            id="read-text"
            multiline
            minRows={8}
            maxRows={16}
            fullWidth
            autoFocus
            value={text}
            onChange={({ target }) => change(target.value)}
            sx={{ fontFamily: 'JetBrains Mono', fontSize: 13 }}
          />
        </Labelled>
        <FileButton
          id="read-file"
          label="Take it from a file"
          accept=".txt,.csv,text/plain,text/csv"
          onFiles={([file]) => {
            if (file) void file.text().then(change);
          }}
        />
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
        {trial && (
          <p role="status" className={look.pencil}>
            {trial.made} new, {trial.known} already there.
          </p>
        )}
        {trial?.faults.slice(0, 8).map(({ path, message }) => (
          <Note key={path} sort="error">
            {message}
          </Note>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button disabled={!text.trim()} onClick={() => void read(true)}>
          See what comes of it
        </Button>
        <Button
          variant="contained"
          disabled={!trial || trial.faults.length > 0 || trial.made === 0}
          onClick={() => void read(false)}
        >
          Read it in
        </Button>
      </DialogActions>
    </Dialog>
  );
}
