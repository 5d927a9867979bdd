/** What Next tells of a page's address behind the question mark. */
export type Asked = Record<string, string | string[] | undefined>;

/** The same as an address is read elsewhere; what is said twice says nothing. */
export const addressOf = (asked: Asked): URLSearchParams =>
  new URLSearchParams(
    Object.entries(asked).flatMap(([name, value]) => (typeof value === 'string' ? [[name, value]] : [])),
  );
