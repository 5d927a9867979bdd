/** Addresses that somebody said lead elsewhere, and those that lead nowhere. */

export { answerRedirect, redirects, listedRedirects, nowhere, putAway } from './list';
export { addRedirect, changeRedirect, importRedirects, removeRedirect } from './write';
