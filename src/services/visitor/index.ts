/** What visitors get: the page at an address with all it shows, feeds, and messages from forms. */

export { asVisitor } from './as-visitor';
export { asksToSignIn } from './asks';
export { siteDrawn } from './around-site';
export { askedAddress } from './asked-address';
export { takeComment } from './comments';
export { takeMessage } from './contact';
export { draftLinks, draftShown, endDraftLink, makeDraftLink } from './draft-links';
export { frameSources } from './elsewhere';
export { feedOf } from './feeds';
export { holdsToken } from './form-token';
export { missingPage } from './missing';
export { oldAddresses } from './old-addresses';
export { pagePreview } from './preview';
export { toldOfSecurity } from './told-of-security';
export { type Visit, visit } from './visit';
export { seenPage } from './seen';
export { siteMap } from './site-map';
export { standInPage } from '../../standins/elsewhere';
export { sharedPreview } from './shared-preview';
export { soughtInVain } from './sought-in-vain';
export { starterPreview } from './starter-preview';
