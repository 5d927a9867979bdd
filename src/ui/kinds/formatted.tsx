'use client';
import { FileType2 } from 'lucide-react';
import { useCallback, useEffect, useRef, useState, type ReactElement } from 'react';
import { features, plainText, wordCount, type FormattedText } from '../../core/content/formatted';
import { featureWords } from '../../core/model/kinds';
import { Labelled } from '../labelled';
import { useModel } from '../model-in-force';
import { FormattedDrawn } from './formatted-drawn';
import type FormattedInput from './formatted-input';
import type { Early } from './formatted-input';
import { textIn } from './formatted-text';
import { stylesOf, toolsOf } from './formatted-tools';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import { NumberRule, without, YesRule } from './rule-inputs';

/** How far (px) below what is seen a text lies for which the editor is loaded already. */
const NEAR = 300;

type Editor = typeof FormattedInput;

/** A text with what is typed behind all that stands in it. */
function withTyped({ type, content }: FormattedText, typed: string): FormattedText {
  if (typed === '') return { type, content };
  const last = content.at(-1);
  const isParagraph = last?.type === 'paragraph';
  return {
    type,
    content: [
      ...(isParagraph ? content.slice(0, -1) : content),
      {
        ...(isParagraph ? last : {}),
        type: 'paragraph',
        content: [...((isParagraph && last.content) || []), { type: 'text', text: typed }],
      },
    ],
  };
}

/**
 * A text shows its words until somebody comes near it or goes into it; then it is edited. They stand there
 * until the editor is made: what is typed meanwhile waits, and stands at the end of the text then.
 */
function Input(props: InputProps<'formatted'>): ReactElement {
  const { id, rules, value, invalid, describedBy, label } = props;
  const { houseStyle } = useModel().document;
  const [Editor, setEditor] = useState<Editor>();
  const [isMade, setMade] = useState(false);
  const [typed, setTyped] = useState('');
  const early = useRef<Early>({ focused: false, typed: '' });
  const made = useCallback((): Early => {
    setMade(true);
    const taken = early.current;
    early.current = { focused: false, typed: '' };
    return taken;
  }, []);
  const box = useRef<HTMLDivElement>(null);
  const load = () => void import('./formatted-input').then((module) => setEditor(() => module.default));
  useEffect(() => {
    const shown = box.current;
    if (!shown) return;
    const observer = new IntersectionObserver(
      ([entry]) => {
        if (entry?.isIntersecting) load();
      },
      { rootMargin: `${NEAR}px 0px` },
    );
    observer.observe(shown);
    return () => observer.disconnect();
  }, []);
  return (
    <>
      {Editor && <Editor {...props} onMade={made} />}
      {!isMade && (
        <div ref={box} className={styles.editor} data-invalid={invalid}>
          <div className={styles.tools} aria-hidden="true">
            {rules.allow.includes('headings') && <span className={styles.pick} />}
            {stylesOf(rules, houseStyle).length > 0 && <span className={styles.pick} />}
            {toolsOf(rules.allow).map((tool) => (
              <span key={tool} className={styles.tool} />
            ))}
          </div>
          <div
            id={id}
            className={styles.prose}
            role="textbox"
            aria-multiline="true"
            aria-label={label}
            aria-describedby={describedBy}
            tabIndex={0}
            onFocus={() => {
              early.current.focused = true;
              load();
            }}
            onBlur={() => {
              early.current.focused = false;
            }}
            onKeyDown={(event) => {
              const { key, ctrlKey, metaKey, altKey } = event;
              if (key.length > 1 || ctrlKey || metaKey || altKey) return;
              // The editor may stand there by the time the browser would put the letter in.
              event.preventDefault();
              early.current.typed += key;
              setTyped(early.current.typed);
            }}
          >
            <FormattedDrawn text={withTyped(textIn(value), typed)} />
          </div>
        </div>
      )}
    </>
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
