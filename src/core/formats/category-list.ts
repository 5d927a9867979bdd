import { parse } from 'csv-parse/sync';
import type { Fault } from '../faults';

/** One category as a list names it: its label, how deep it stands (from 0), and its line (from 1). */
export interface ListedCategory {
  label: string;
  depth: number;
  line: number;
}

/**
 * Reads a list in which what stands below is indented further, by tabs or any even number of spaces. A line that steps
 * in by more than one level is told, and read as one level.
 */
export function fromIndented(text: string): { categories: ListedCategory[]; faults: Fault[] } {
  const faults: Fault[] = [];
  const widths: number[] = [];
  const categories = text.split(/\r\n?|\n/).flatMap((raw, i): ListedCategory[] => {
    const label = raw
      .trim()
      .replace(/^[-*•]\s+/, '')
      .trim();
    if (label === '') return [];
    const width = [...(/^\s*/.exec(raw)?.[0] ?? '')].reduce((sum, one) => sum + (one === '\t' ? 4 : 1), 0);
    while (widths.length > 0 && (widths.at(-1) ?? 0) > width) widths.pop();
    if (
      widths.length > 0 &&
      widths.at(-1) !== width &&
      !widths.includes(width) &&
      width < (widths.at(-1) ?? 0)
    )
      faults.push({
        path: `/line/${i + 1}`,
        code: 'indent',
        message: `Line ${i + 1} stands between two levels.`,
      });
    if (widths.at(-1) !== width) widths.push(width);
    return [{ label, depth: widths.length - 1, line: i + 1 }];
  });
  return { categories, faults };
}

/**
 * Reads a table (RFC 4180) whose columns are the levels from the top down: each row names a whole trail. A trail that
 * was named before is not named again.
 */
export function fromColumns(text: string): { categories: ListedCategory[]; faults: Fault[] } {
  let rows: { record: string[]; info: { lines: number } }[];
  try {
    // With `info` each row comes with the line it ended on, which the package's types do not tell.
    rows = parse(text, {
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      bom: true,
      info: true,
    }) as unknown as typeof rows;
  } catch (error) {
    return {
      categories: [],
      faults: [
        {
          path: '',
          code: 'csv',
          message: `This table cannot be read. ${error instanceof Error ? error.message : ''}`.trim(),
        },
      ],
    };
  }
  const seen = new Set<string>();
  const faults: Fault[] = [];
  const categories = rows.flatMap(({ record, info }): ListedCategory[] => {
    const trail = record.slice(0, record.findLastIndex((cell) => cell !== '') + 1);
    if (trail.includes('')) {
      faults.push({
        path: `/line/${info.lines}`,
        code: 'gap',
        message: `Line ${info.lines} leaves out a level.`,
      });
      return [];
    }
    return trail.flatMap((label, depth) => {
      const name = trail
        .slice(0, depth + 1)
        .join('\u0000')
        .toLowerCase();
      if (seen.has(name)) return [];
      seen.add(name);
      return [{ label, depth, line: info.lines }];
    });
  });
  return { categories, faults };
}
