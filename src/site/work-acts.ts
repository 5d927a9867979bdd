/**
 * Runs in the visitor's browser, on pages that offer acts: shows those that the device can do. It stands alone: its source
 * is sent as it is, so it may name nothing outside itself.
 */
export function workActs(): void {
  for (const acts of document.querySelectorAll<HTMLElement>('[data-acts]')) {
    const offer = (act: string, can: boolean, work: () => void) => {
      const button = acts.querySelector<HTMLButtonElement>(`[data-act="${act}"]`);
      if (!button || !can) return;
      button.hidden = false;
      button.addEventListener('click', work);
    };
    offer('print', true, () => window.print());
    offer('share', typeof navigator.share === 'function', () => {
      // Who thinks better of it has done nothing wrong.
      void navigator
        .share({ title: acts.dataset.title ?? '', url: acts.dataset.address ?? '' })
        .catch(() => undefined);
    });
  }
}
