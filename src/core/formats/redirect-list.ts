import Papa from 'papaparse';
import { redirectBounds } from '../site/redirects';

/** One line of a list of addresses, as it was written. */
export interface ListedRedirect {
  from: string;
  to?: string;
  status?: number;
}

/** The columns by their names, and other names that such lists give them. */
const columns = {
  from: /^(from|old|source|address|url|request.*)\b/i,
  to: /^(to|new|target|destination|leads.*)\b/i,
  status: /^(status|code|answers?|type)\b/i,
} as const;

/** The table of a list of addresses (RFC 4180) with a line of headings: from, to, status. */
export const writeRedirectList = (rows: readonly ListedRedirect[]): string =>
  `${Papa.unparse(
    rows.map(({ from, to = '', status = 301 }) => [from, to, status]),
    { header: false, newline: '\r\n' },
  ).replace(/^/, 'from,to,status\r\n')}\r\n`;

/**
 * Reads a list of addresses: with a line of headings in any order, or without one as from, to, status. Commas, semicolons
 * or tabs set cells apart. `problem` says in words why nothing could be read.
 */
export function readRedirectList(text: string): { rows: ListedRedirect[]; problem?: string } {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
  });
  const [head = [], ...rest] = data.map((cells) => cells.map((cell) => cell.trim()));
  const at = (pattern: RegExp): number => head.findIndex((cell) => pattern.test(cell));
  const hasHead = at(columns.from) >= 0 && !head.some((cell) => cell.startsWith('/'));
  const place = hasHead
    ? { from: at(columns.from), to: at(columns.to), status: at(columns.status) }
    : { from: 0, to: 1, status: 2 };
  const lines = hasHead ? rest : [head, ...rest];
  const rows = lines
    .map((cells): ListedRedirect => {
      const [from = '', to = '', status = ''] = [place.from, place.to, place.status].map((i) => cells[i]);
      return {
        from,
        ...(to === '' ? {} : { to }),
        // What is no number is no status of ours either, and is refused where it stands.
        ...(status === '' ? {} : { status: /^\d{3}$/.test(status) ? Number(status) : 0 }),
      };
    })
    .filter(({ from, to }) => from !== '' || to !== undefined);
  if (rows.length === 0) return { rows, problem: 'There is no address in this file.' };
  if (rows.length > redirectBounds.all)
    return {
      rows: [],
      problem: `A file may hold at most ${redirectBounds.all} addresses; this has ${rows.length}.`,
    };
  return { rows };
}
