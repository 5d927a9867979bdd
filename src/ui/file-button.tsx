'use client';
import { Button } from '@mui/material';
import { FileUp } from 'lucide-react';
import { useRef, type ReactElement } from 'react';
import look from './look/look.module.css';

/** A button that lets someone choose files. The input itself stays for the keyboard and for those who do not see it. */
export function FileButton({
  id,
  label,
  accept,
  multiple = false,
  onFiles,
}: {
  id: string;
  label: string;
  accept: string;
  multiple?: boolean;
  onFiles: (files: File[]) => void;
}): ReactElement {
  const input = useRef<HTMLInputElement>(null);
  return (
    <span>
      <Button startIcon={<FileUp size={15} aria-hidden="true" />} onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        id={id}
        className={look.hidden}
        type="file"
        tabIndex={-1}
        aria-label={label}
        accept={accept}
        multiple={multiple}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </span>
  );
}
