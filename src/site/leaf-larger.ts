/**
 * Runs in the visitor's browser, on pages with a gallery: from the larger view of a picture to that of the next and the one
 * before. The browser itself would open them over one another. It stands alone: its source is sent as it is, so it may name
 * nothing outside itself.
 */
export function leafLarger(): void {
  for (const button of document.querySelectorAll<HTMLButtonElement>('button[data-leads]')) {
    const here = button.closest<HTMLElement>('[popover]');
    const there = document.getElementById(button.dataset.leads ?? '');
    if (!here || !there || typeof there.showPopover !== 'function') continue;
    button.hidden = false;
    button.addEventListener('click', () => {
      const way = button.dataset.way ?? '';
      here.hidePopover();
      there.showPopover();
      // Whoever leafs by keyboard goes on; at the end, what closes is left.
      const same = there.querySelector<HTMLElement>(`[data-way="${way}"]`);
      (same ?? there.querySelector<HTMLElement>('[popovertargetaction="hide"]'))?.focus();
    });
  }
}
