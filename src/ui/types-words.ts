/** Where words are typed. */
const WORDS =
  'textarea, [contenteditable]:not([contenteditable="false"]), input:not([type="checkbox"], [type="radio"], [type="range"])';

/** Whether an element is one in which words are typed. */
export const typesWords = (element: Element | null): boolean =>
  element !== null && element.closest(WORDS) !== null;
