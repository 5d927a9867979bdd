/**
 * Runs in the visitor's browser, on pages that show something from elsewhere: offers to show it here, and fetches it once
 * somebody says so. It stands alone: its source is sent as it is, so it may name nothing outside itself.
 */
export function showElsewhere(): void {
  for (const place of document.querySelectorAll<HTMLElement>('[data-elsewhere]')) {
    const button = place.querySelector<HTMLButtonElement>('[data-shows]');
    if (!button) continue;
    button.hidden = false;
    button.addEventListener('click', () => {
      const frame = document.createElement('iframe');
      frame.title = place.dataset.title ?? '';
      frame.referrerPolicy = 'no-referrer';
      frame.setAttribute(
        'sandbox',
        'allow-scripts allow-same-origin allow-forms allow-popups allow-presentation',
      );
      frame.allowFullscreen = true;
      frame.src = place.dataset.elsewhere ?? '';
      place.replaceChildren(frame);
      frame.focus();
    });
  }
}
