import { deriveAgain } from './derive-again';

/** What pages and media say on the working side lies in index tables too, so that all content is sorted by it. */
export const bothSides = { name: '034-both-sides', up: deriveAgain };
