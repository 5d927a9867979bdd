'use client';
import { Button, Checkbox, FormControlLabel, MenuItem, OutlinedInput, Select } from '@mui/material';
import type { Editor } from '@tiptap/core';
import { useEditorState } from '@tiptap/react';
import { useId, type ReactElement } from 'react';
import { pictureShares, pictureSides } from '../../core/content/formatted';
import { useKnown } from '../use-known';
import styles from './formatted-picture.module.css';

const shareWords = { third: 'A third of the line', half: 'Half the line' } as const;
const sideWords = {
  left: 'at the left, words run past it',
  right: 'at the right, words run past it',
} as const;

const textOr = (value: unknown): string => (typeof value === 'string' ? value : '');

/** How the picture that is chosen in a text stands there: its words, its width and its side. */
export function PictureInText({
  editor,
  onChooseOther,
}: {
  editor: Editor;
  onChooseOther: () => void;
}): ReactElement {
  const id = useId();
  const { media, alt, caption, share, side } = useEditorState({
    editor,
    selector: ({ editor: now }) => now.getAttributes('picture'),
  });
  const own = textOr(media);
  const known = useKnown(own === '' ? [] : [own]).media.get(own);
  const isDecoration = alt === '';
  const put = (attrs: Record<string, string | null>) => editor.commands.updateAttributes('picture', attrs);
  return (
    <div className={styles.picture} role="group" aria-label="The picture in the text">
      <label htmlFor={`${id}-alt`}>Alternative text</label>
      <OutlinedInput
        id={`${id}-alt`}
        value={textOr(alt)}
        disabled={isDecoration}
        placeholder={known?.alt || 'What the picture shows'}
        inputProps={{ maxLength: 500 }}
        onChange={({ target }) => put({ alt: target.value || null })}
      />
      <FormControlLabel
        control={<Checkbox checked={isDecoration} onChange={(_, on) => put({ alt: on ? '' : null })} />}
        label="Only decoration"
      />
      <label htmlFor={`${id}-caption`}>Caption</label>
      <OutlinedInput
        id={`${id}-caption`}
        className={styles.wide ?? ''}
        value={textOr(caption)}
        inputProps={{ maxLength: 500 }}
        onChange={({ target }) => put({ caption: target.value || null })}
      />
      <span aria-hidden="true">Width</span>
      <Select
        displayEmpty
        value={textOr(share)}
        slotProps={{ input: { 'aria-label': 'Width' } }}
        onChange={({ target }) =>
          put({ share: target.value || null, ...(target.value ? {} : { side: null }) })
        }
      >
        <MenuItem value="">All of the line</MenuItem>
        {pictureShares.map((each) => (
          <MenuItem key={each} value={each}>
            {shareWords[each]}
          </MenuItem>
        ))}
      </Select>
      <Select
        displayEmpty
        disabled={textOr(share) === ''}
        value={textOr(side)}
        slotProps={{ input: { 'aria-label': 'Where it stands' } }}
        onChange={({ target }) => put({ side: target.value || null })}
      >
        <MenuItem value="">in the middle</MenuItem>
        {pictureSides.map((each) => (
          <MenuItem key={each} value={each}>
            {sideWords[each]}
          </MenuItem>
        ))}
      </Select>
      <span className={styles.acts}>
        <Button size="small" onClick={onChooseOther}>
          Another picture
        </Button>
        <Button size="small" onClick={() => editor.chain().focus().deleteSelection().run()}>
          Take it out
        </Button>
      </span>
    </div>
  );
}
