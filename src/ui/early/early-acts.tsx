'use client';
import { useEffect } from 'react';
import type { EarlyAct } from './note-early-acts';

/** Puts a value into a field past React, which remembers the last it saw and hears only of another. */
function sayInField(at: HTMLInputElement | HTMLTextAreaElement, value: string): void {
  const kind = at instanceof HTMLInputElement ? HTMLInputElement : HTMLTextAreaElement;
  const put = Object.getOwnPropertyDescriptor(kind.prototype, 'value')?.set;
  const isTypedIn = document.activeElement === at && 'selectionStart' in at;
  const [from, to] = isTypedIn ? [at.selectionStart, at.selectionEnd] : [null, null];
  at.value = value === '' ? '0' : '';
  put?.call(at, value);
  if (from !== null && to !== null) at.setSelectionRange(from, to);
  at.dispatchEvent(new Event('input', { bubbles: true }));
}

function doNow(act: EarlyAct): void {
  if (!act.at.isConnected) return;
  if (act.does === 'send') act.at.requestSubmit();
  else if (act.does === 'tick') {
    act.at.checked = !act.ticked;
    act.at.click();
  } else if (act.does === 'press')
    // What opens by pressing down, as a list of choices does, hears that too.
    for (const type of ['mousedown', 'mouseup', 'click'])
      act.at.dispatchEvent(new MouseEvent(type, { ...act.keys, bubbles: true, cancelable: true }));
  else if (act.at instanceof HTMLSelectElement) {
    act.at.value = act.value;
    act.at.dispatchEvent(new Event('change', { bubbles: true }));
  } else sayInField(act.at, act.value);
}

/** Does what was done before the page could do anything, in the order it was done; it stands after all else. */
export function EarlyActs(): null {
  useEffect(() => {
    // What the first drawing sets off is settled then.
    const timer = setTimeout(() => {
      const early = window.earlyActs;
      if (!early) return;
      early.stop();
      // Where somebody is was said before there was anybody to hear it.
      document.activeElement?.dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
      early.acts.forEach(doNow);
    });
    return () => clearTimeout(timer);
  }, []);
  return null;
}
