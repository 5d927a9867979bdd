/** For whom pages and entries are. */

export { audience, changeAudience, seeAudiences } from './keep';
