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

/** What a block may stand on. `ink` is the ink of the palette, `colour` one of the further colours. */
export const grounds = ['none', 'sheet', 'tint', 'accent', 'ink', 'colour'] as const;

/** A named way for a block to look, which a type may allow and an editor then chooses among. */
export interface Variant {
  key: string;
  label: string;
  ground: (typeof grounds)[number];
  /** Which of the further colours, by its key, where it stands on one. */
  colour?: string;
  frame: 'none' | 'line' | 'top';
  width: 'text' | 'wide' | 'full';
  /** How much room it has inside: 0, 1 or 2 steps of the spacing. */
  room: 0 | 1 | 2;
  /** Its words stand over its picture, which fills it. */
  over?: true;
}

/** A further colour that things may stand on, by light and in the dark, as `#rrggbb`. Words on it find their own. */
export interface FurtherColour {
  key: string;
  label: string;
  light: string;
  dark: string;
}

export const headingWeights = [500, 600, 700, 800] as const;
/** How the navigation in the head looks: words, words in frames with round ends, or a column beside the page. */
export const navigationLooks = ['plain', 'pills', 'side'] as const;
/** How buttons end: with the corners of everything, or round. */
export const buttonLooks = ['corners', 'pills'] as const;
/** What cards stand on: a sheet under a bar, nothing under a line, or the further colours in turn. */
export const cardLooks = ['sheet', 'ruled', 'coloured'] as const;
/** How a first page opens that has no picture: over a line of hills, on a panel of the accent, or plain. */
export const firstPages = ['hills', 'panel', 'plain'] as const;
/** What the foot of the site stands on. */
export const footGrounds = ['none', 'tint', 'accent', 'ink'] as const;

/** What the architect allows in looks. */
export interface HouseStyle {
  palette: Palette;
  /** The colours where a visitor's device asks for dark ones. */
  dark: Palette;
  /** Further colours, at most `MOST_COLOURS`. */
  colours?: FurtherColour[];
  type: {
    /** Running text in pixels, in a wide window; each step of heading is `scale` times the one below. */
    base: number;
    scale: number;
    headings: 'reading' | 'plain';
    text: 'reading' | 'plain';
    /** The weight of headings; 600 where nothing is said. */
    weight?: (typeof headingWeights)[number];
    /** The letters of large headings stand close together. */
    tight?: true;
    /** The running text of a page begins with a large letter. */
    firstLetter?: true;
  };
  /** One step of space, in pixels. */
  space: number;
  /** How round corners are, in pixels. */
  corners: number;
  navigation?: (typeof navigationLooks)[number];
  buttons?: (typeof buttonLooks)[number];
  cards?: (typeof cardLooks)[number];
  firstPage?: (typeof firstPages)[number];
  foot?: (typeof footGrounds)[number];
  textStyles: TextStyle[];
  variants: Variant[];
}

export const MOST_COLOURS = 8;

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

/** Of some colours the one that is read best on a ground; ties go to the first. */
export const readBest = (ground: string, words: readonly [string, ...string[]]): string =>
  words.reduce((best, each) => (contrast(each, ground) > contrast(best, ground) ? each : best));

/** The words on something of a colour: its palette's ink or paper, whichever is read better. */
export const wordsOn = (ground: string, { ink, paper }: Palette): string => readBest(ground, [ink, paper]);

/** A colour over another at a share (0 to 1), as browsers lay one over the other in sRGB (CSS Compositing 1). */
export function laidOver(colour: string, share: number, under: string): string {
  const part = (at: number) => {
    const [top, below] = [colour, under].map((each) => Number.parseInt(each.slice(at, at + 2), 16));
    return Math.round((top ?? 0) * share + (below ?? 0) * (1 - share))
      .toString(16)
      .padStart(2, '0');
  };
  return `#${part(1)}${part(3)}${part(5)}`;
}

/**
 * How much (0 to 1, in steps of a hundredth) of a veil of one colour must lie over a picture so that words on it have a
 * contrast of 4.5 whatever the picture shows: black and white are the worst it can. 1 where even the veil alone is too
 * close to the words.
 */
export function veilFor(words: string, veil: string): number {
  const light = luminance(words);
  const revisionMatches = (share: number): boolean => {
    const [darkest = 0, lightest = 1] = ['#000000', '#ffffff'].map((under) =>
      luminance(laidOver(veil, share, under)),
    );
    // Between the two, some picture would be as light as the words.
    return light > lightest
      ? (light + 0.05) / (lightest + 0.05) >= 4.5
      : light < darkest && (darkest + 0.05) / (light + 0.05) >= 4.5;
  };
  for (let share = 0; share < 100; share += 1) if (revisionMatches(share / 100)) return share / 100;
  return 1;
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
