import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv from 'ajv';
import addFormats from 'ajv-formats';
import ICAL from 'ical.js';
import { validateXML } from 'xmllint-wasm';

const grammar = readFileSync(join(process.cwd(), 'tests/atom.rng'), 'utf8');

/** What is wrong with an Atom feed by the grammar of RFC 4287; empty where it is valid. */
export const faultsOfAtom = async (xml: string): Promise<string[]> =>
  (
    await validateXML({
      xml: [{ fileName: 'feed.xml', contents: xml }],
      schema: [grammar],
      extension: 'relaxng',
    })
  ).errors.map(({ message }) => message);

const uri = { type: 'string', format: 'uri' };
const words = { type: 'string', minLength: 1 };
const author = {
  type: 'object',
  additionalProperties: false,
  required: ['name'],
  properties: { name: words },
};
/** JSON Feed 1.1 (https://www.jsonfeed.org/version/1.1/), without what we never say. */
const jsonFeed = new Ajv({ allErrors: true });
addFormats(jsonFeed);
const isJsonFeed = jsonFeed.compile({
  type: 'object',
  additionalProperties: false,
  required: ['version', 'title', 'items', 'home_page_url', 'feed_url', 'language', 'authors'],
  properties: {
    version: { const: 'https://jsonfeed.org/version/1.1' },
    title: words,
    description: words,
    home_page_url: uri,
    feed_url: uri,
    next_url: uri,
    icon: uri,
    language: { type: 'string', pattern: '^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$' },
    authors: { type: 'array', minItems: 1, items: author },
    items: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['id', 'url'],
        anyOf: [{ required: ['content_html'] }, { required: ['content_text'] }],
        properties: {
          id: words,
          url: uri,
          title: { type: 'string' },
          content_html: words,
          content_text: { type: 'string' },
          summary: { type: 'string' },
          image: uri,
          date_published: { type: 'string', format: 'date-time' },
          date_modified: { type: 'string', format: 'date-time' },
          authors: { type: 'array', minItems: 1, items: author },
          attachments: {
            type: 'array',
            items: {
              type: 'object',
              additionalProperties: false,
              required: ['url', 'mime_type'],
              properties: {
                url: uri,
                mime_type: { type: 'string', pattern: '.+/.+' },
                size_in_bytes: { type: 'integer', minimum: 1 },
              },
            },
          },
        },
      },
    },
  },
});

/** What is wrong with a JSON Feed. */
export const faultsOfJsonFeed = (json: string): string[] =>
  isJsonFeed(JSON.parse(json))
    ? []
    : (isJsonFeed.errors ?? []).map(({ instancePath, message }) => `${instancePath} ${message ?? ''}`);

/** What is wrong with a calendar by RFC 5545, as far as its letter goes. */
export function faultsOfCalendar(text: string): string[] {
  const lines = text.split('\r\n');
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  return [
    ...(text.replaceAll('\r\n', '').match(/[\r\n]/) ? ['A line does not end by CRLF.'] : []),
    ...lines.filter((line) => Buffer.byteLength(line) > 75).map((line) => `Over 75 bytes: ${line}`),
    // RFC 5545, 3.6: a calendar holds at least one component.
    ...(calendar.getAllSubcomponents().length === 0 ? ['It holds nothing.'] : []),
    ...['version', 'prodid'].filter((name) => calendar.getAllProperties(name).length !== 1),
    ...calendar
      .getAllSubcomponents('vevent')
      .flatMap((event) =>
        ['uid', 'dtstamp', 'dtstart'].filter((name) => event.getAllProperties(name).length !== 1),
      ),
  ];
}

/** The events of a calendar: what each is called, when it begins and ends as written, where, and its id. */
export const eventsOf = (
  text: string,
): { title: string; begins: string; ends: string; where: string; id: string }[] =>
  new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent').map((event) => {
    const said = (name: string): string => String(event.getFirstPropertyValue(name) ?? '');
    return {
      title: said('summary'),
      begins: said('dtstart'),
      ends: said('dtend'),
      where: said('location'),
      id: said('uid'),
    };
  });
