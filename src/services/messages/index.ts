/** What visitors wrote by forms of pages, as far as it is kept here: found, and erased. */

export { eraseMessage, takeFromOutbox } from './erase';
export { messages } from './list';
