/** What visitors get: the page at an address with all it shows, feeds, and messages from forms. */

export { takeMessage } from './contact';
export { feedOf } from './feeds';
export { type Visit, pagePreview, visit } from './gather';
export { seenPage } from './seen';
