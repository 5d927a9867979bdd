import { deriveAgain } from './derive-again';

/**
 * What pages and media say on the working side lies in index tables too, so that all content is sorted by it; and the field
 * that something is referred to in is told by its integer key.
 */
export const bothSides = { name: '034-both-sides', up: deriveAgain };
