'use client';
import { useEffect, useLayoutEffect, useRef, useState, type ReactElement } from 'react';
import { createPortal } from 'react-dom';
import type { Fault } from '../../../../../core/faults';
import type { Json } from '../../../../../core/json';
import type { Field } from '../../../../../core/model/document';
import { kindFor } from '../../../../../core/model/kinds';
import { FormattedField } from '../../../../../ui/kinds/formatted-field';
import { useAfterPause } from '../../../../../ui/use-after-pause';
import styles from './canvas.module.css';

interface Props {
  /** The part of the drawing that shows the words. */
  part: HTMLElement;
  field: Field;
  value: Json | undefined;
  faults: readonly Fault[];
  onChange: (value: Json) => void;
  onDone: () => void;
}

interface WordsProps extends Omit<Props, 'onDone'> {
  /** Told whether words were handed on only now, which are not drawn yet. */
  onDone: (handedOn: boolean) => void;
}

/**
 * Plain words, written right in the part that shows them. What React drew there is set aside meanwhile,
 * untouched, and comes back at the end.
 */
function PlainWords({ part, field, value, onChange, onDone }: Props): null {
  const ways = useRef({ onChange, onDone });
  useEffect(() => {
    ways.current = { onChange, onDone };
  });
  const [first] = useState(() => (typeof value === 'string' ? value : ''));
  const isLine = kindFor(field).words === 'line';
  const { label } = field;
  useLayoutEffect(() => {
    const drawn = [...part.childNodes];
    part.replaceChildren(document.createTextNode(first));
    const set = {
      contenteditable: 'plaintext-only',
      role: 'textbox',
      'aria-label': label,
      'aria-multiline': String(!isLine),
    };
    for (const [name, to] of Object.entries(set)) part.setAttribute(name, to);
    part.classList.add('written-here');
    const typed = () => ways.current.onChange((part.innerText || '').replace(/\n$/, ''));
    const press = (event: KeyboardEvent) => {
      event.stopPropagation();
      if (event.key === 'Escape') ways.current.onDone();
      else if (event.key === 'Enter' && isLine) {
        event.preventDefault();
        ways.current.onDone();
      }
    };
    const done = () => ways.current.onDone();
    part.addEventListener('input', typed);
    part.addEventListener('keydown', press);
    part.addEventListener('blur', done);
    part.focus();
    const selection = getSelection();
    selection?.selectAllChildren(part);
    selection?.collapseToEnd();
    return () => {
      part.removeEventListener('input', typed);
      part.removeEventListener('keydown', press);
      part.removeEventListener('blur', done);
      for (const name of Object.keys(set)) part.removeAttribute(name);
      part.classList.remove('written-here');
      part.replaceChildren(...drawn);
    };
  }, [first, isLine, label, part]);
  return null;
}

/** Formatted words: the field's own editor stands in place of the part until one is done. */
function FormattedWords({ part, field, value, faults, onChange, onDone }: Props): ReactElement {
  const [host] = useState(() => document.createElement('div'));
  const done = useRef(onDone);
  useEffect(() => {
    done.current = onDone;
  });
  useLayoutEffect(() => {
    host.classList.add('text');
    part.after(host);
    part.classList.add('set-aside');
    return () => {
      part.classList.remove('set-aside');
      host.remove();
    };
  }, [host, part]);
  useEffect(() => {
    host.querySelector<HTMLElement>('[role="textbox"]')?.focus();
    // Its own dialogs and menus stand outside it, in the document.
    const away = ({ target }: PointerEvent) => {
      const isAway =
        target instanceof Element &&
        !host.contains(target) &&
        !target.closest('.MuiPopover-root, .MuiDialog-root, .MuiPopper-root');
      if (isAway) done.current();
    };
    document.addEventListener('pointerdown', away, true);
    return () => document.removeEventListener('pointerdown', away, true);
  }, [host]);
  return createPortal(
    <div
      className={styles.editor}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') onDone();
      }}
    >
      <FormattedField
        field={field}
        id={`in-place-${field.id}`}
        label={field.label}
        value={value}
        invalid={faults.length > 0}
        faults={faults}
        describedBy=""
        onChange={onChange}
      />
    </div>,
    host,
  );
}

/**
 * The words of a field, written where visitors will see them. A key costs what the browser writes: the rest
 * follows a pause.
 */
export function WordsInPlace({ onChange, onDone, ...words }: WordsProps): ReactElement {
  const { put, flush } = useAfterPause(onChange);
  const own = {
    ...words,
    onChange: put,
    onDone: () => onDone(flush()),
  };
  return kindFor(words.field).words === 'formatted' ? <FormattedWords {...own} /> : <PlainWords {...own} />;
}
