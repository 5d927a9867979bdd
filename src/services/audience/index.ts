/** For whom pages and entries are. */

export { audience, changeAudience, seeGuards } from './keep';
