/** Which visitor pages a change would reach. */

export { entryReach } from './entry-reach';
export { schemeReach } from './scheme';
