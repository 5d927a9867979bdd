/** What all records share: versions, references, and the one way derived data is made. From outside it is only checked. */

export { checkDerived } from './check';
export { rebuildDerived } from './rebuild';
export { putRecount } from './recount';
