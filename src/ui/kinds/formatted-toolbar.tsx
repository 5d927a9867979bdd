'use client';
import { Button, IconButton, MenuItem, Select } from '@mui/material';
import type { Editor } from '@tiptap/core';
import { useEditorState } from '@tiptap/react';
import {
  AlignCenter,
  AlignLeft,
  AlignRight,
  Bold,
  Code,
  Image,
  Italic,
  Link2,
  List,
  ListOrdered,
  Minus,
  Quote,
  Redo2,
  Replace,
  Table,
  Underline,
  Undo2,
  type LucideIcon,
} from 'lucide-react';
import { useState, type ReactElement } from 'react';
import type { Feature } from '../../core/content/formatted';
import type { TextStyle } from '../../core/model/fresh/house-style';
import { FindInText } from './formatted-find';
import { LinkBox } from './formatted-link';
import { PictureInText } from './formatted-picture';
import { toolsOf, type TextTool } from './formatted-tools';
import styles from './kinds.module.css';
import { MediaDrawer } from './dialogs-later';

interface Tool {
  icon: LucideIcon;
  isOn?: (editor: Editor) => boolean;
  can?: (editor: Editor) => boolean;
  does: (editor: Editor, opens: Opens) => void;
}
/** What a tool may open beside the text. */
interface Opens {
  link: () => void;
  picture: () => void;
  find: () => void;
}

const tools: Readonly<Record<TextTool, Tool>> = {
  Bold: { icon: Bold, isOn: (e) => e.isActive('bold'), does: (e) => e.chain().focus().toggleBold().run() },
  Italic: {
    icon: Italic,
    isOn: (e) => e.isActive('italic'),
    does: (e) => e.chain().focus().toggleItalic().run(),
  },
  Underlined: {
    icon: Underline,
    isOn: (e) => e.isActive('underline'),
    does: (e) => e.chain().focus().toggleUnderline().run(),
  },
  Code: { icon: Code, isOn: (e) => e.isActive('code'), does: (e) => e.chain().focus().toggleCode().run() },
  List: {
    icon: List,
    isOn: (e) => e.isActive('bulletList'),
    does: (e) => e.chain().focus().toggleBulletList().run(),
  },
  'Numbered list': {
    icon: ListOrdered,
    isOn: (e) => e.isActive('orderedList'),
    does: (e) => e.chain().focus().toggleOrderedList().run(),
  },
  Quotation: {
    icon: Quote,
    isOn: (e) => e.isActive('blockquote'),
    does: (e) => e.chain().focus().toggleBlockquote().run(),
  },
  'To the left': {
    icon: AlignLeft,
    isOn: (e) => e.isActive({ textAlign: 'left' }),
    does: (e) => e.chain().focus().setTextAlign('left').run(),
  },
  'In the middle': {
    icon: AlignCenter,
    isOn: (e) => e.isActive({ textAlign: 'center' }),
    does: (e) => e.chain().focus().setTextAlign('center').run(),
  },
  'To the right': {
    icon: AlignRight,
    isOn: (e) => e.isActive({ textAlign: 'right' }),
    does: (e) => e.chain().focus().setTextAlign('right').run(),
  },
  'Ruled line': {
    icon: Minus,
    does: (e) => e.chain().focus().stepOutFor('horizontalRule').setHorizontalRule().run(),
  },
  Table: {
    icon: Table,
    does: (e) =>
      e.chain().focus().stepOutFor('table').insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
  },
  Undo: { icon: Undo2, can: (e) => e.can().undo(), does: (e) => e.chain().focus().undo().run() },
  Redo: { icon: Redo2, can: (e) => e.can().redo(), does: (e) => e.chain().focus().redo().run() },
  Link: {
    icon: Link2,
    isOn: (e) => e.isActive('link'),
    can: (e) => e.isActive('link') || !e.state.selection.empty,
    does: (_, opens) => opens.link(),
  },
  Picture: { icon: Image, does: (_, opens) => opens.picture() },
  'Find and replace': { icon: Replace, does: (_, opens) => opens.find() },
};

const inTable: readonly { label: string; does: (editor: Editor) => void }[] = [
  { label: 'Row below', does: (e) => e.chain().focus().addRowAfter().run() },
  { label: 'Column after', does: (e) => e.chain().focus().addColumnAfter().run() },
  { label: 'Take out row', does: (e) => e.chain().focus().deleteRow().run() },
  { label: 'Take out column', does: (e) => e.chain().focus().deleteColumn().run() },
  { label: 'Take out table', does: (e) => e.chain().focus().deleteTable().run() },
];

/** What can be done to a formatted text: only what its field allows. */
export function FormattedToolbar({
  editor,
  allow,
  textStyles,
  label,
}: {
  editor: Editor;
  allow: readonly Feature[];
  textStyles: readonly TextStyle[];
  label: string;
}): ReactElement {
  const [linking, setLinking] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const [finding, setFinding] = useState(false);
  const shown = toolsOf(allow);
  const state = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      on: shown.map((tool) => tools[tool].isOn?.(now) ?? false),
      can: shown.map((tool) => tools[tool].can?.(now) ?? true),
      picture: now.isActive('picture'),
      table: allow.includes('table') && now.isActive('table'),
      heading: [2, 3, 4].find((level) => now.isActive('heading', { level })) ?? 0,
      style: String(now.getAttributes('style').key ?? now.getAttributes('paragraph').style ?? ''),
    }),
  });
  const opens: Opens = {
    link: () => setLinking(true),
    picture: () => setChoosing(true),
    find: () => setFinding(!finding),
  };
  return (
    <div className={styles.tools} role="toolbar" aria-label={`Format ${label}`}>
      {allow.includes('headings') && (
        <Select
          className={styles.pick}
          value={state.heading}
          onChange={({ target }) => {
            const level = Number(target.value);
            if (level === 0) editor.chain().focus().setParagraph().run();
            else
              editor
                .chain()
                .focus()
                .setHeading({ level: level as 2 })
                .run();
          }}
          slotProps={{ input: { 'aria-label': 'Paragraph or heading' } }}
        >
          <MenuItem value={0}>Paragraph</MenuItem>
          {[2, 3, 4].map((level) => (
            <MenuItem key={level} value={level}>
              Heading {level - 1}
            </MenuItem>
          ))}
        </Select>
      )}
      {textStyles.length > 0 && (
        <Select
          className={styles.pick}
          value={textStyles.some(({ key }) => key === state.style) ? state.style : ''}
          displayEmpty
          onChange={({ target }) => {
            const key = target.value;
            if (editor.state.selection.empty)
              editor
                .chain()
                .focus()
                .updateAttributes('paragraph', { style: key || null })
                .run();
            else if (key) editor.chain().focus().putStyle(key).run();
            else editor.chain().focus().dropStyle().run();
          }}
          slotProps={{ input: { 'aria-label': 'Text style' } }}
        >
          <MenuItem value="">No style</MenuItem>
          {textStyles.map(({ key, label: name }) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </Select>
      )}
      {shown.map((tool, i) => {
        const { icon: Icon, isOn, does } = tools[tool];
        const isFind = tool === 'Find and replace';
        return (
          <IconButton
            key={tool}
            aria-label={tool}
            aria-pressed={isFind ? finding : isOn && state.on[i]}
            disabled={!state.can[i]}
            onClick={() => does(editor, opens)}
          >
            <Icon size={16} strokeWidth={1.8} />
          </IconButton>
        );
      })}
      {state.table &&
        inTable.map(({ label: name, does }) => (
          <Button key={name} size="small" onClick={() => does(editor)}>
            {name}
          </Button>
        ))}
      {state.picture && <PictureInText editor={editor} onChooseOther={() => setChoosing(true)} />}
      {finding && <FindInText editor={editor} onClose={() => setFinding(false)} />}
      {linking && <LinkBox editor={editor} onClose={() => setLinking(false)} />}
      {choosing && (
        <MediaDrawer
          accept={['picture']}
          onClose={() => setChoosing(false)}
          onChoose={({ id, address }) => {
            setChoosing(false);
            // Another picture keeps its width and its side, but not the words of the one before.
            if (state.picture)
              editor
                .chain()
                .focus()
                .updateAttributes('picture', { media: id, alt: null, caption: null })
                .run();
            else editor.chain().focus().stepOutFor('picture').putPicture(id, address).run();
          }}
        />
      )}
    </div>
  );
}
