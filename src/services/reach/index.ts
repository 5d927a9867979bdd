/** Which visitor pages a change would reach. */

export { entryReach } from './entry-reach';
export { pageReach } from './page-reach';
export { sharedReach } from './shared-reach';
export { schemeReach } from './scheme';
