/** Something done on a page whose script had not come yet. */
export type EarlyAct =
  | { does: 'press'; at: Element; keys: Pick<MouseEventInit, 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'> }
  | { does: 'say'; at: HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement; value: string }
  | { does: 'tick'; at: HTMLInputElement; ticked: boolean }
  | { does: 'send'; at: HTMLFormElement };

declare global {
  interface Window {
    earlyActs?: { acts: EarlyAct[]; stop(): void };
  }
}

/**
 * Notes what is pressed, typed, ticked and sent from here on, so that the script of the page does it
 * when it has come: on a slow network nothing that somebody did is lost. Its text stands in the head of
 * the page, so it uses nothing from outside itself.
 */
export function noteEarlyActs(): void {
  const acts: EarlyAct[] = [];
  const hold = (event: Event) => {
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  const press = (event: MouseEvent) => {
    const at = event.target;
    // Ways and fields work without any script; what is said in a field is heard below.
    if (!(at instanceof Element) || at.closest('a[href], input, textarea, select, label, summary')) return;
    hold(event);
    // Who presses again because nothing happens means it once.
    if (acts.at(-1)?.at === at) return;
    const { ctrlKey, metaKey, shiftKey, altKey } = event;
    acts.push({ does: 'press', at, keys: { ctrlKey, metaKey, shiftKey, altKey } });
  };
  const send = (event: SubmitEvent) => {
    hold(event);
    if (event.target instanceof HTMLFormElement) acts.push({ does: 'send', at: event.target });
  };
  const say = ({ target: at }: Event) => {
    const before = acts.findIndex((act) => act.at === at);
    if (before >= 0) acts.splice(before, 1);
    if (at instanceof HTMLInputElement && (at.type === 'checkbox' || at.type === 'radio'))
      acts.push({ does: 'tick', at, ticked: at.checked });
    else if (
      (at instanceof HTMLInputElement && at.type !== 'file') ||
      at instanceof HTMLTextAreaElement ||
      at instanceof HTMLSelectElement
    )
      acts.push({ does: 'say', at, value: at.value });
  };
  window.addEventListener('click', press, true);
  window.addEventListener('submit', send, true);
  window.addEventListener('input', say, true);
  window.earlyActs = {
    acts,
    stop() {
      window.removeEventListener('click', press, true);
      window.removeEventListener('submit', send, true);
      window.removeEventListener('input', say, true);
      delete window.earlyActs;
    },
  };
}
