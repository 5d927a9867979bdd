import { inputId } from './kinds';

/** Leads to the input of a field by its key, wherever on the screen it was pointed at; `within` is the form it is in. */
export function goToField(key: string, within = ''): void {
  const at = document.getElementById(inputId(key, within));
  if (!at) return;
  const folded = at.closest('details');
  if (folded) folded.open = true;
  at.scrollIntoView({ block: 'center' });
  const input = at.matches('input, textarea, [tabindex]')
    ? at
    : (at.querySelector<HTMLElement>('input, textarea, [tabindex="0"]') ??
      at.parentElement?.querySelector<HTMLElement>('[role="combobox"]'));
  input?.focus();
}
