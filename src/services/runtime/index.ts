/** An installation while it runs: opened and closed, what a request carries, pages in memory, refusals, backups. */

export { backUp, restore } from './backup';
export { here } from './beside';
export { BuiltFiles } from './built-files';
export { callerOf } from './caller';
export { healthOf } from './health';
export { holdsSample } from './holds-sample';
export { type Installation, indexTableIn, today } from './installation';
export { languageAsked, visitorAddress } from './languages';
export { log } from './log';
export { closeInstallation, openInstallation, sharedInstallation } from './open';
export type { JobKind, NewJob, Queue } from './queue';
export { changedSince, Refusal } from './refusal';
export { ACCEPTS, pack, PACKED, packingFor, type Packing } from './packing';
export { cacheGroups, MOST_GROUPS, ALL as ALL_GROUPS } from './cache-groups';
export { etagAs, etagsOf, pageHeaders } from './page-headers';
export { ANY_REVISION, revisionMatches } from './revision';
export { matchingEtag } from './unchanged';
export type { RenderedPage } from './rendered-pages';
export { costHeader, type RequestContext, inRequest } from './request-context';
export { siteAt } from './sites';
export { countNowhere, keepAskedAddresses } from './asked-addresses';
export { keepSoughtInVain } from './sought-in-vain';
export { countVisit, keepVisits } from './visits';
