/** Words as XML reads them in an element or an attribute. */
const asXml = (words: string): string => words.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** The most characters of a short name, as the format has it. */
const SHORT = 16;

/**
 * How a site is searched, for browsers that offer it (OpenSearch 1.1). `seek` is the whole address (https://…) of the page
 * that is asked with `?q=`.
 */
export function openSearch({
  site,
  description,
  language,
  seek,
}: {
  site: string;
  description: string;
  language: string;
  seek: string;
}): string {
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<OpenSearchDescription xmlns="http://a9.com/-/spec/opensearch/1.1/">',
    `<ShortName>${asXml([...site].slice(0, SHORT).join(''))}</ShortName>`,
    `<Description>${asXml(description)}</Description>`,
    `<Language>${asXml(language)}</Language>`,
    '<InputEncoding>UTF-8</InputEncoding>',
    `<Url type="text/html" template="${asXml(seek)}?q={searchTerms}"/>`,
    '</OpenSearchDescription>',
    '',
  ].join('\n');
}
