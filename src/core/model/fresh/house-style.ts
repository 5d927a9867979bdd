export const paletteParts = ['paper', 'sheet', 'ink', 'soft', 'accent', 'onAccent', 'rule'] as const;
/** Colours as `#rrggbb`, by what they are for. */
export type Palette = Record<(typeof paletteParts)[number], string>;

export const paletteWords: Record<keyof Palette, string> = {
  paper: 'Paper, behind everything',
  sheet: 'Sheet, behind cards',
  ink: 'Ink, for words',
  soft: 'Soft ink, for lesser words',
  accent: 'Accent, for links and marks',
  onAccent: 'Words on the accent',
  rule: 'Ruled lines',
};

/** A named look of words in a formatted text. */
export interface TextStyle {
  key: string;
  label: string;
  /** A share of the size of running text, from 0.6 to 3. */
  size: number;
  weight: 400 | 500 | 600 | 700;
  italic?: boolean;
  colour: 'ink' | 'soft' | 'accent';
  face: 'reading' | 'plain';
}

/** A named way for a block to look, which a type may allow and an editor then chooses among. */
export interface Variant {
  key: string;
  label: string;
  ground: 'none' | 'sheet' | 'tint' | 'accent';
  frame: 'none' | 'line' | 'top';
  width: 'text' | 'wide' | 'full';
  /** How much room it has inside: 0, 1 or 2 steps of the spacing. */
  room: 0 | 1 | 2;
}

/** What the architect allows in looks. */
export interface HouseStyle {
  palette: Palette;
  /** The colours where a visitor's device asks for dark ones. */
  dark: Palette;
  /** Running text in pixels; each step of heading is `scale` times the one below. */
  type: { base: number; scale: number; headings: 'reading' | 'plain'; text: 'reading' | 'plain' };
  /** One step of space, in pixels. */
  space: number;
  /** How round corners are, in pixels. */
  corners: number;
  textStyles: TextStyle[];
  variants: Variant[];
}

export const freshHouseStyle = (): HouseStyle => ({
  palette: {
    paper: '#fbfaf5',
    sheet: '#ffffff',
    ink: '#1b2a29',
    soft: '#56635f',
    accent: '#2f5a52',
    onAccent: '#ffffff',
    rule: '#dfdccf',
  },
  dark: {
    paper: '#141a19',
    sheet: '#1d2523',
    ink: '#eceee8',
    soft: '#a9b5b0',
    accent: '#8fc7b8',
    onAccent: '#10201c',
    rule: '#36423f',
  },
  type: { base: 17, scale: 1.25, headings: 'reading', text: 'reading' },
  space: 24,
  corners: 0,
  textStyles: [
    { key: 'lead', label: 'Lead', size: 1.2, weight: 400, colour: 'ink', face: 'reading' },
    { key: 'note', label: 'Note', size: 0.9, weight: 400, colour: 'soft', face: 'plain' },
  ],
  variants: [
    { key: 'quiet', label: 'Quiet', ground: 'none', frame: 'none', width: 'text', room: 0 },
    { key: 'tinted', label: 'Tinted', ground: 'tint', frame: 'none', width: 'wide', room: 1 },
    { key: 'framed', label: 'Framed', ground: 'sheet', frame: 'line', width: 'text', room: 1 },
    { key: 'wide', label: 'Wide', ground: 'none', frame: 'none', width: 'full', room: 0 },
  ],
});

/** The relative luminance of a colour (WCAG 2.2). */
function luminance(colour: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5]
    .map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** The contrast ratio of two colours (WCAG 2.2), from 1 to 21. */
export function contrast(a: string, b: string): number {
  const [dark = 0, light = 0] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light + 0.05) / (dark + 0.05);
}

/** Which colours are read upon which: words need 4.5 to 1, marks 3 to 1 (WCAG 2.2 AA, 1.4.3 and 1.4.11). */
export const readings: readonly { word: keyof Palette; on: keyof Palette; least: number }[] = [
  { word: 'ink', on: 'paper', least: 4.5 },
  { word: 'ink', on: 'sheet', least: 4.5 },
  { word: 'soft', on: 'paper', least: 4.5 },
  { word: 'soft', on: 'sheet', least: 4.5 },
  { word: 'accent', on: 'paper', least: 4.5 },
  { word: 'accent', on: 'sheet', least: 4.5 },
  { word: 'onAccent', on: 'accent', least: 4.5 },
];

/** The pairs of a palette that are too close to be read, with their contrast. */
export const hardToRead = (
  palette: Palette,
): { word: keyof Palette; on: keyof Palette; least: number; has: number }[] =>
  readings.flatMap((reading) => {
    const has = contrast(palette[reading.word], palette[reading.on]);
    return has < reading.least ? [{ ...reading, has }] : [];
  });
