import { inputId } from './kinds/input-id';

/** How long (ms) it is waited for a field whose form is still being loaded. */
const PATIENCE = 20_000;

function focusIn(at: HTMLElement): void {
  const folded = at.closest('details');
  if (folded) folded.open = true;
  at.scrollIntoView({ block: 'center' });
  const input = at.matches('input, textarea, [tabindex]')
    ? at
    : (at.querySelector<HTMLElement>('input, textarea, [tabindex="0"]') ??
      at.parentElement?.querySelector<HTMLElement>('[role="combobox"]'));
  input?.focus();
}

/** Ends the wait that is under way. */
let giveUp = (): void => {};

/** Waits until something is there; not where somebody does something else meanwhile, or asks for another. */
function whenThere(id: string, then: (at: HTMLElement) => void): void {
  const waiting = new AbortController();
  const { signal } = waiting;
  giveUp = () => waiting.abort();
  const observer = new MutationObserver(() => {
    const at = document.getElementById(id);
    if (!at) return;
    waiting.abort();
    then(at);
  });
  observer.observe(document.body, { childList: true, subtree: true });
  const timer = setTimeout(giveUp, PATIENCE);
  signal.addEventListener('abort', () => {
    observer.disconnect();
    clearTimeout(timer);
  });
  for (const does of ['pointerdown', 'keydown'] as const)
    document.addEventListener(does, giveUp, { capture: true, signal });
}

/**
 * Leads to the input of a field by its key, wherever on the screen it was pointed at, as soon as its form is there;
 * `within` is the form it is in.
 */
export function goToField(key: string, within = ''): void {
  giveUp();
  const id = inputId(key, within);
  const at = document.getElementById(id);
  if (at) focusIn(at);
  else whenThere(id, focusIn);
}
