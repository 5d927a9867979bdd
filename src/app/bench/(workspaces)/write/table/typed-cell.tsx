'use client';
import { useId, useState, type KeyboardEvent, type ReactElement, type ReactNode } from 'react';
import styles from './typed-cell.module.css';
import type { Refused } from './use-cells';

/** Where one goes on from a cell. */
export type Step = 'up' | 'down' | 'left' | 'right';

const arrows: Readonly<Record<string, Step>> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowLeft: 'left',
  ArrowRight: 'right',
};

/**
 * A cell that is typed into. Arrows go from cell to cell; Enter, or a letter, begins to type; Enter takes what was typed
 * and goes on below, Tab beside; Escape leaves what was there.
 */
export function TypedCell({
  place,
  first,
  label,
  text,
  options,
  refused,
  going,
  onStep,
  onPut,
  onUndo,
  onLeave,
  children,
}: {
  /** Its row and column, by which it is found. */
  place: string;
  /** Whether Tab comes to it from outside. */
  first: boolean;
  /** What it says, for those who do not see the table: the column, and the row. */
  label: string;
  /** What is typed over. */
  text: string;
  options: readonly string[] | undefined;
  /** What was typed before and not taken. */
  refused: Refused | undefined;
  /** Whether what was typed is on its way. */
  going: boolean;
  onStep: (step: Step) => void;
  onPut: (text: string) => Promise<boolean>;
  onUndo: () => void;
  /** Lets what was refused be. */
  onLeave: () => void;
  /** What stands in it while nobody types. */
  children: ReactNode;
}): ReactElement {
  const id = useId();
  const [typed, setTyped] = useState<string>();
  const problem = refused?.why;
  const begun = refused?.text ?? text;
  const leave = (step?: Step) => {
    setTyped(undefined);
    // The button stands there again only after it was drawn.
    setTimeout(() => {
      document.querySelector<HTMLElement>(`[data-place="${CSS.escape(place)}"]`)?.focus();
      if (step) onStep(step);
    });
  };
  const put = async (next: string, step?: Step) => {
    if (await onPut(next)) leave(step);
  };
  if (typed === undefined)
    return (
      <button
        type="button"
        className={styles.cell}
        data-place={place}
        data-going={going}
        tabIndex={first ? 0 : -1}
        aria-invalid={problem !== undefined}
        onDoubleClick={() => setTyped(begun)}
        onKeyDown={(event) => {
          const step = arrows[event.key];
          const { ctrlKey, metaKey, altKey, key } = event;
          if (step) onStep(step);
          else if (key === 'Enter' || key === 'F2') setTyped(begun);
          else if (key === 'Escape' && refused) onLeave();
          else if (key === 'Delete' || key === 'Backspace') void onPut('');
          else if ((ctrlKey || metaKey) && key === 'z') onUndo();
          else if ((ctrlKey || metaKey) && key === 'c') void navigator.clipboard.writeText(text);
          else if (key.length === 1 && !ctrlKey && !metaKey && !altKey && key !== ' ') setTyped(key);
          else return;
          event.preventDefault();
        }}
      >
        {refused ? refused.text : children}
        {problem !== undefined && <span className={styles.problem}>{problem}</span>}
      </button>
    );
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') void put(typed, event.shiftKey ? 'up' : 'down');
    else if (event.key === 'Tab') void put(typed, event.shiftKey ? 'left' : 'right');
    else if (event.key === 'Escape') {
      onLeave();
      leave();
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <span className={styles.typing}>
      <input
        className={styles.input}
        aria-label={label}
        aria-invalid={problem !== undefined}
        aria-describedby={problem === undefined ? undefined : `${id}-problem`}
        autoFocus
        list={options ? `${id}-options` : undefined}
        value={typed}
        onFocus={({ target }) => {
          if (typed === begun) target.select();
        }}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={onKeyDown}
        onBlur={() => {
          if (typed === text) setTyped(undefined);
          else void onPut(typed).then((taken) => taken && setTyped(undefined));
        }}
      />
      {options && (
        <datalist id={`${id}-options`}>
          {options.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
      {problem !== undefined && (
        <span role="alert" id={`${id}-problem`} className={styles.problem}>
          {problem}
        </span>
      )}
    </span>
  );
}
