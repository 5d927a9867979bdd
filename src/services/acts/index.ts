/** What people did, kept whole: the list of it, and taking an act back. */

export { acts } from './list';
export { parsed } from './parsed-state';
export { recordsOf, undoAct } from './undo';
export { undoThings, type Left } from './undo-things';
