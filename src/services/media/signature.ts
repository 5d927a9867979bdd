import { createHmac, timingSafeEqual } from 'node:crypto';

/** Enough of a digest that nobody guesses it. */
const LENGTH = 22;

const digest = (secret: string, address: string): string =>
  createHmac('sha256', secret).update(address).digest('base64url').slice(0, LENGTH);

/** The address of a size or crop of a picture, signed: only what a page was drawn with is made. */
export const signAddress = (secret: string, address: string): string =>
  `${address}&s=${digest(secret, address)}`;

/** Whether an address was signed here. Its signature is the last thing in it. */
export function isSigned(secret: string, address: string): boolean {
  const [, before = '', signature = ''] = /^(.*)&s=([\w-]+)$/.exec(address) ?? [];
  const own = Buffer.from(digest(secret, before));
  const given = Buffer.from(signature);
  return own.length === given.length && timingSafeEqual(own, given);
}

/** An address of a size or crop as it stands in a drawn page, where `&` is written out. */
const drawn = /\/media\/[0-9a-f-]{36}\/[^"'?\s&<>]+\?w=\d+(?:&amp;[rxy]=[\d.]+|&amp;e=[\w.,-]+)*/g;

/** A drawn page in which every address of a size or crop is signed. */
export const signDrawn = (secret: string, html: string): string =>
  html.replace(drawn, (address) =>
    signAddress(secret, address.replaceAll('&amp;', '&')).replaceAll('&', '&amp;'),
  );
