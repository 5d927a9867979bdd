import type { RedirectStatus } from '../../../../../../core/site/redirects';

/** What an address by hand answers, in words, with what it is in HTTP. */
export const statusWords: Record<RedirectStatus, { label: string; about: string }> = {
  301: { label: 'For good', about: '301: browsers and search engines may remember it' },
  308: { label: 'For good, forms too', about: '308: also what is sent goes on to the new address' },
  302: { label: 'For now', about: '302: asked for anew each time' },
  410: { label: 'Gone', about: '410: it leads nowhere, and is not to be asked for again' },
};
