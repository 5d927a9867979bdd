'use client';
import { EditorContent, useEditor } from '@tiptap/react';
import { FileType2 } from 'lucide-react';
import { useEffect, useRef, type ReactElement } from 'react';
import {
  features,
  plainText,
  parseFormatted,
  wordCount,
  type FormattedText,
} from '../../core/content/formatted';
import { sameJson, type Json } from '../../core/json';
import { featureWords } from '../../core/model/kinds';
import { Labelled } from '../labelled';
import { useModel } from '../model-in-force';
import { extensionsFor } from './formatted-editor';
import { FormattedToolbar } from './formatted-toolbar';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import { NumberRule, without, YesRule } from './rule-inputs';

const nothing: FormattedText = { type: 'doc', content: [] };

function textIn(value: Json | undefined): FormattedText {
  const read = parseFormatted(value ?? nothing);
  return read.ok ? read.value : nothing;
}

const asShown = (text: FormattedText) =>
  text.content.length > 0 ? text : { type: 'doc', content: [{ type: 'paragraph' }] };

function Input({
  id,
  rules,
  value,
  onChange,
  invalid,
  describedBy,
  label,
}: InputProps<'formatted'>): ReactElement {
  const { houseStyle } = useModel().document;
  const told = useRef<FormattedText>(textIn(value));
  const change = useRef(onChange);
  useEffect(() => {
    change.current = onChange;
  });
  const editor = useEditor(
    {
      extensions: extensionsFor(rules.allow),
      content: asShown(textIn(value)),
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
      },
      onUpdate: ({ editor: now }) => {
        const text = textIn(now.getJSON() as Json);
        told.current = text;
        change.current(
          plainText(text).trim() === '' && !JSON.stringify(text).includes('"picture"') ? null : text,
        );
      },
    },
    [JSON.stringify(rules.allow)],
  );
  useEffect(() => {
    // Another version came from the server: what stands here follows, unless it says the same.
    const next = textIn(value);
    if (
      !editor ||
      sameJson(next, told.current) ||
      (next.content.length === 0 && plainText(told.current).trim() === '')
    )
      return;
    told.current = next;
    editor.commands.setContent(asShown(next), { emitUpdate: false });
  }, [editor, value]);
  const textStyles = houseStyle.textStyles.filter(
    ({ key }) => !rules.styles || rules.styles.length === 0 || rules.styles.includes(key),
  );
  if (!editor) return <div className={styles.editor} data-invalid={invalid} />;
  return (
    <div className={styles.editor} data-invalid={invalid}>
      <FormattedToolbar
        editor={editor}
        allow={rules.allow}
        textStyles={textStyles}
        label={label ?? 'the text'}
      />
      <EditorContent editor={editor} />
    </div>
  );
}

const Rules = ({ id, rules, onChange, model }: RulesProps<'formatted'>): ReactElement => (
  <>
    <Labelled id={`${id}-allow`} label="May use" group>
      <div>
        {features.map((feature) => (
          <YesRule
            key={feature}
            label={featureWords[feature].charAt(0).toUpperCase() + featureWords[feature].slice(1)}
            value={rules.allow.includes(feature)}
            onChange={(may) => {
              const allow = features.filter((each) => (each === feature ? may : rules.allow.includes(each)));
              onChange(
                without({ ...rules, allow, styles: allow.includes('styles') ? rules.styles : undefined }),
              );
            }}
          />
        ))}
      </div>
    </Labelled>
    {rules.allow.includes('styles') && (
      <Labelled id={`${id}-styles`} label="Text styles" group help="None chosen: every style of the house.">
        <div>
          {model.houseStyle.textStyles.map(({ key, label }) => (
            <YesRule
              key={key}
              label={label}
              value={rules.styles?.includes(key) ?? false}
              onChange={(may) => {
                const chosen = model.houseStyle.textStyles
                  .map((style) => style.key)
                  .filter((each) => (each === key ? may : rules.styles?.includes(each)));
                onChange(without({ ...rules, styles: chosen.length > 0 ? chosen : undefined }));
              }}
            />
          ))}
        </div>
      </Labelled>
    )}
    <NumberRule
      whole
      id={`${id}-words`}
      label="At most, words"
      value={rules.maxWords}
      onChange={(maxWords) => onChange(without({ ...rules, maxWords }))}
    />
  </>
);

export const formatted: KindUi<'formatted'> = {
  icon: FileType2,
  Input,
  Rules,
  width: 'wide',
  note: (value, { maxWords }) => {
    const words = wordCount(plainText(textIn(value)));
    return maxWords
      ? `${words} of ${maxWords} words`
      : words > 0
        ? `${words} ${words === 1 ? 'word' : 'words'}`
        : '';
  },
  isGroup: () => true,
};
