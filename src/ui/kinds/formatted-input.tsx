'use client';
import type { Editor } from '@tiptap/core';
import { EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useLayoutEffect, useRef, useState, type ReactElement } from 'react';
import {
  features,
  featuresUsed,
  plainText,
  type Feature,
  type FormattedText,
} from '../../core/content/formatted';
import { sameJson, type Json } from '../../core/json';
import { wordsOf } from '../ask';
import { useModel } from '../model-in-force';
import { useTell } from '../telling';
import { extensionsFor } from './formatted-editor';
import { textIn } from './formatted-text';
import { FormattedToolbar } from './formatted-toolbar';
import { stylesOf } from './formatted-tools';
import type { InputProps } from './kind-ui';
import { cleanPasted, isOurs } from './pasted-html';
import { figuresOf, picturesIn, withPictures } from './pasted-pictures';
import styles from './kinds.module.css';

const asShown = (text: FormattedText) =>
  text.content.length > 0 ? text : { type: 'doc', content: [{ type: 'paragraph' }] };

/**
 * What the editor of a text knows: what its field allows, and whatever the text has used since the editor stands there.
 * So what a field does not allow any more is shown and kept until somebody takes it out.
 */
function useHeld(allow: readonly Feature[], text: FormattedText): readonly Feature[] {
  const [had, setHad] = useState<ReadonlySet<Feature>>(new Set());
  const used = [...featuresUsed(text).features];
  if (used.some((feature) => !had.has(feature))) setHad(new Set([...had, ...used]));
  return features.filter((feature) => allow.includes(feature) || had.has(feature));
}

/** How long (ms) what was said here may be on its way back to here, while more is typed. */
const ON_ITS_WAY = 1000;

/** What went on in a text before its editor was there: whether somebody was in it, and what they typed. */
export interface Early {
  focused: boolean;
  typed: string;
}

/** The editor of formatted text. It is large, so it is loaded when the first such text comes near. */
export default function FormattedInput({
  onMade,
  id,
  rules,
  value,
  onChange,
  invalid,
  describedBy,
  label,
}: InputProps<'formatted'> & {
  /** Tells that the editor stands there now, and answers what went on before. */
  onMade: () => Early;
}): ReactElement | null {
  const { houseStyle } = useModel().document;
  const given = textIn(value);
  const held = useHeld(rules.allow, given);
  const told = useRef<FormattedText>(given);
  const justTold = useRef<readonly { text: FormattedText; at: number }[]>([]);
  const change = useRef(onChange);
  useEffect(() => {
    change.current = onChange;
  });
  const made = useRef<Editor>(null);
  const tell = useTell();
  const put = (coming: Promise<string>) =>
    void coming.then(
      (html) => {
        const { current } = made;
        if (current?.isEmpty) current.commands.setContent(html, { emitUpdate: true });
        else current?.commands.insertContent(html);
      },
      (error: unknown) => tell(wordsOf(error)),
    );
  const editor = useEditor(
    {
      extensions: extensionsFor(held),
      content: asShown(given),
      immediatelyRender: false,
      // The policy of this site lets no script write a stylesheet; the rules stand in our own.
      injectCSS: false,
      editorProps: {
        attributes: {
          id,
          role: 'textbox',
          'aria-multiline': 'true',
          'aria-label': label ?? '',
          'aria-describedby': describedBy,
          class: styles.prose ?? '',
        },
        transformPastedHTML: (html) => (isOurs(html) ? html : cleanPasted(html, rules.allow)),
        // What comes with pictures is put in once those are media.
        handlePaste: (_view, { clipboardData }) => {
          const html = clipboardData?.getData('text/html') ?? '';
          const files = html === '' ? picturesIn(clipboardData) : [];
          const allowed = rules.allow.includes('picture');
          if (files.length > 0 && allowed) {
            made.current?.commands.stepOutFor('picture');
            put(figuresOf(files));
          } else if (html !== '' && !isOurs(html) && /<img[^>]+src="data:image/i.test(html))
            put(withPictures(cleanPasted(html, rules.allow), allowed));
          else return false;
          return true;
        },
      },
      onUpdate: ({ editor: now }) => {
        const text = textIn(now.getJSON() as Json);
        told.current = text;
        const moment = Date.now();
        justTold.current = [
          ...justTold.current.filter(({ at }) => moment - at < ON_ITS_WAY),
          { text, at: moment },
        ];
        change.current(
          plainText(text).trim() === '' && !JSON.stringify(text).includes('"picture"') ? null : text,
        );
      },
    },
    [held.join()],
  );
  const followed = useRef<Json>(value);
  useLayoutEffect(() => {
    // What it began with stands there.
    if (!editor || sameJson(value, followed.current)) return;
    followed.current = value;
    // Another version came from the server: what stands here follows, unless it says the same, or what was said here a
    // moment ago, which is on its way back.
    const next = textIn(value);
    if (
      sameJson(next, told.current) ||
      justTold.current.some(({ text, at }) => Date.now() - at < ON_ITS_WAY && sameJson(next, text)) ||
      (next.content.length === 0 && plainText(told.current).trim() === '')
    )
      return;
    told.current = next;
    editor.commands.setContent(asShown(next), { emitUpdate: false });
  }, [editor, value]);
  // With the drawing that shows the editor, so that no key comes between it and what stood there before; behind
  // all that stands in it by then.
  useLayoutEffect(() => {
    made.current = editor;
    if (!editor) return;
    const { focused, typed } = onMade();
    if (typed !== '') editor.chain().focus('end').insertContent({ type: 'text', text: typed }).run();
    else if (focused) editor.commands.focus('end');
    // Tiptap waits for the next frame.
    if (focused) editor.view.focus();
  }, [editor, onMade]);
  if (!editor) return null;
  return (
    <div className={styles.editor} data-invalid={invalid}>
      <FormattedToolbar
        editor={editor}
        allow={rules.allow}
        textStyles={stylesOf(rules, houseStyle)}
        label={label ?? 'the text'}
      />
      <EditorContent editor={editor} />
    </div>
  );
}
