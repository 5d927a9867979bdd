/** For how long (ms) it holds: the RFC asks for less than a year. */
const HOLDS = 180 * 86_400_000;

/**
 * Where somebody who found a weakness tells of it (RFC 9116). `contact` is an address `mailto:` or `https:`, `origin` what
 * the site's addresses begin with, `now` in ms since 1970.
 */
export const securityTxt = (
  contact: string,
  origin: string,
  languages: readonly string[],
  now: number,
): string =>
  [
    `Contact: ${contact}`,
    `Expires: ${new Date(now + HOLDS).toISOString().replace(/\.\d+Z$/, 'Z')}`,
    `Preferred-Languages: ${languages.join(', ')}`,
    `Canonical: ${origin}/.well-known/security.txt`,
    '',
  ].join('\n');
