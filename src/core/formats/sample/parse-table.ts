import Papa from 'papaparse';

/** Something that is wrong with a file, with its line (from 1) where it has one. */
export interface FileProblem {
  line?: number;
  code: 'heading' | 'ragged' | 'quoting' | 'encoding' | 'json' | 'empty';
  message: string;
}

export interface TableReading {
  headings: string[];
  rows: number;
  problems: FileProblem[];
  /** How many problems there were in all; only the first are kept. */
  told: number;
}

/** What is told while a file is read. Answering false stops it. */
export interface Watching {
  row(cells: Record<string, string>): void;
  progress?(characters: number, rows: number): boolean;
  /** Reading goes on when what this promises is done. */
  wait?(): Promise<void>;
}

const KEPT = 200;

/** A name for every column: an empty one by its place, one that stands twice with a number behind it. */
function named(cells: readonly string[], tell: (problem: FileProblem) => void): string[] {
  const taken = new Set<string>();
  return cells.map((cell, i) => {
    const wanted = cell.trim() || `Column ${i + 1}`;
    if (!cell.trim()) tell({ line: 1, code: 'heading', message: `Column ${i + 1} has no heading.` });
    let name = wanted;
    for (let n = 2; taken.has(name.toLowerCase()); n += 1) name = `${wanted} ${n}`;
    if (name !== wanted)
      tell({
        line: 1,
        code: 'heading',
        message: `“${wanted}” is the heading of more than one column; here it is called “${name}”.`,
      });
    taken.add(name.toLowerCase());
    return name;
  });
}

/** The line by which some programs name what sets cells apart: `sep=;`. */
const separatorLine = /^\ufeff?sep=(.)\r?\n/i;

/** What a table says of itself sets its cells apart, if it does. */
async function separatorTold(source: string | File, encoding: string): Promise<string | undefined> {
  const head =
    typeof source === 'string'
      ? source.slice(0, 20)
      : new TextDecoder(encoding).decode(await source.slice(0, 40).arrayBuffer());
  return separatorLine.exec(head)?.[1];
}

/**
 * Reads a table (RFC 4180; commas, semicolons, bars or tabs) from a text or a file, row by row as a stream. The first row
 * names the columns. Rows that are too short or too long, broken quoting and letters that the encoding does not know
 * are told by line; everything that can be read is read.
 */
export async function parseTable(
  source: string | File,
  watching: Watching,
  encoding = 'utf-8',
): Promise<TableReading> {
  const reading: TableReading = { headings: [], rows: 0, problems: [], told: 0 };
  const tell = (problem: FileProblem) => {
    reading.told += 1;
    if (reading.problems.length < KEPT) reading.problems.push(problem);
  };
  let line = 1;
  const told = await separatorTold(source, encoding);
  let skipped = told === undefined;
  return new Promise((resolve, reject) => {
    const take = (data: string[][], errors: readonly Papa.ParseError[]) => {
      const broken = new Map(
        errors.filter(({ type }) => type === 'Quotes').map(({ row, message }) => [row ?? 0, message]),
      );
      data.forEach((cells, i) => {
        const at = line;
        line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\n/g)?.length ?? 0), 0);
        if (cells.length === 1 && cells[0]?.trim() === '') return;
        if (!skipped) {
          skipped = true;
          return;
        }
        if (reading.headings.length === 0) {
          reading.headings = named(
            cells.map((cell) => cell.replace(/^\ufeff/, '')),
            tell,
          );
          return;
        }
        if (broken.has(i))
          tell({
            line: at,
            code: 'quoting',
            message: `Line ${at}: a quotation mark is not closed, or stands inside a cell that does not begin with one.`,
          });
        if (cells.some((cell) => cell.includes('\ufffd')))
          tell({
            line: at,
            code: 'encoding',
            message: `Line ${at} holds letters in another encoding than the rest.`,
          });
        if (cells.length !== reading.headings.length)
          tell({
            line: at,
            code: 'ragged',
            message: `Line ${at} has ${cells.length} cells, the headings ${reading.headings.length}.`,
          });
        reading.rows += 1;
        watching.row(Object.fromEntries(reading.headings.map((heading, c) => [heading, cells[c] ?? ''])));
      });
    };
    Papa.parse<string[]>(source as File, {
      encoding,
      ...(told === undefined ? {} : { delimiter: told }),
      skipEmptyLines: false,
      chunk(result: Papa.ParseResult<string[]>, parser: Papa.Parser) {
        take(result.data, result.errors);
        if (watching.progress?.(result.meta.cursor, reading.rows) === false) parser.abort();
        else if (watching.wait) {
          parser.pause();
          watching.wait().then(() => parser.resume(), reject);
        }
      },
      complete() {
        if (reading.rows === 0) tell({ code: 'empty', message: 'There is no row below the headings.' });
        resolve(reading);
      },
      error: (error: Error) => reject(error),
    });
  });
}

/**
 * The encoding that a file's first bytes tell: a byte order mark, else UTF-8 where they are valid, else the
 * one most old tables have.
 */
export function encodingOf(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  try {
    // The last character may be cut in two by the end of the sample, which is no fault.
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}
