/** What people did, kept whole: the list of it, and taking an act back. */

export { acts } from './list';
export { undoAct } from './undo';
