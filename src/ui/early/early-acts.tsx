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

const isLike = <E extends Element>(one: Element, other: E): one is E =>
  one.constructor === other.constructor &&
  (other.id
    ? one.id === other.id
    : one.textContent === other.textContent &&
      one.getAttribute('aria-label') === other.getAttribute('aria-label'));

/** The element, or the one in its place: where something outside changed the page before, all of it is drawn anew. */
function nowThere<E extends Element>(at: E): E | undefined {
  if (at.isConnected) return at;
  return [...document.getElementsByTagName(at.tagName)].find((each) => isLike(each, at));
}

function sayAt(at: HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement, value: string): void {
  if (!(at instanceof HTMLSelectElement)) return sayInField(at, value);
  at.value = value;
  at.dispatchEvent(new Event('change', { bubbles: true }));
  return undefined;
}

function doNow(act: EarlyAct): void {
  if (act.does === 'send') nowThere(act.at)?.requestSubmit();
  else if (act.does === 'tick') {
    const at = nowThere(act.at);
    if (!at) return;
    at.checked = !act.ticked;
    at.click();
  } else if (act.does === 'press') {
    const at = nowThere(act.at);
    // What opens by pressing down, as a list of choices does, hears that too.
    for (const type of ['mousedown', 'mouseup', 'click'])
      at?.dispatchEvent(new MouseEvent(type, { ...act.keys, bubbles: true, cancelable: true }));
  } else {
    const at = nowThere(act.at);
    if (at) sayAt(at, act.value);
  }
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
