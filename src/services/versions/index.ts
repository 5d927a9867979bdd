/** Earlier versions of records and categories: the list of them, what one says, names, and how long they are kept. */

export { thinVersions } from './thin';
export { nameVersion, version, versions } from './versions';
