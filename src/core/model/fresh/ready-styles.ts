import { freshHouseStyle, type HouseStyle } from './house-style';

/** A house style that is there to begin from. */
export interface ReadyStyle {
  key: 'calm' | 'lively' | 'reading';
  label: string;
  purpose: string;
  style: HouseStyle;
}

const fresh = freshHouseStyle();
const [quiet, tinted, framed, wide] = [
  { key: 'quiet', label: 'Quiet', ground: 'none', frame: 'none', width: 'text', room: 0 },
  { key: 'tinted', label: 'Tinted', ground: 'tint', frame: 'none', width: 'wide', room: 1 },
  { key: 'framed', label: 'Framed', ground: 'sheet', frame: 'line', width: 'wide', room: 1 },
  { key: 'wide', label: 'Wide', ground: 'none', frame: 'none', width: 'full', room: 0 },
] as const;

const calm: HouseStyle = {
  ...fresh,
  palette: {
    paper: '#fcfbf5',
    sheet: '#ffffff',
    ink: '#17292a',
    soft: '#55625f',
    accent: '#2f5a52',
    onAccent: '#ffffff',
    rule: '#e0dccd',
  },
  dark: {
    paper: '#121a1a',
    sheet: '#1a2423',
    ink: '#eceee6',
    soft: '#a8b6b1',
    accent: '#93c9ba',
    onAccent: '#0f211c',
    rule: '#33413e',
  },
  type: { base: 17, scale: 1.24, headings: 'reading', text: 'reading', firstLetter: true },
  space: 24,
  corners: 2,
  foot: 'tint',
  variants: [
    quiet,
    tinted,
    framed,
    wide,
    { key: 'loud', label: 'Loud', ground: 'accent', frame: 'none', width: 'wide', room: 1 },
    {
      key: 'opening',
      label: 'Words over the picture',
      ground: 'none',
      frame: 'none',
      width: 'full',
      room: 0,
      over: true,
    },
  ],
};

const lively: HouseStyle = {
  ...fresh,
  palette: {
    paper: '#fff8ee',
    sheet: '#ffffff',
    ink: '#1b162e',
    soft: '#5c556b',
    accent: '#c0381c',
    onAccent: '#fff8ee',
    rule: '#e7dccb',
  },
  dark: {
    paper: '#16121f',
    sheet: '#211b2e',
    ink: '#f8efe2',
    soft: '#bcb0c2',
    accent: '#ff9a7c',
    onAccent: '#2a0f06',
    rule: '#3b3349',
  },
  colours: [
    { key: 'butter', label: 'Butter', light: '#ffd98a', dark: '#5b4513' },
    { key: 'mint', label: 'Mint', light: '#c0e4da', dark: '#1f4a41' },
    { key: 'rose', label: 'Rose', light: '#f7c6c1', dark: '#5a2a2c' },
  ],
  type: { base: 16, scale: 1.29, headings: 'plain', text: 'plain', weight: 800, tight: true },
  space: 20,
  corners: 18,
  navigation: 'pills',
  buttons: 'pills',
  cards: 'coloured',
  firstPage: 'panel',
  foot: 'ink',
  variants: [
    quiet,
    { ...tinted, ground: 'colour', colour: 'mint' },
    { ...framed, ground: 'colour', colour: 'butter' },
    wide,
    { key: 'loud', label: 'Loud', ground: 'accent', frame: 'none', width: 'wide', room: 2 },
    { key: 'night', label: 'Night', ground: 'ink', frame: 'none', width: 'wide', room: 2 },
    {
      key: 'opening',
      label: 'Words over the picture',
      ground: 'none',
      frame: 'none',
      width: 'wide',
      room: 0,
      over: true,
    },
  ],
};

const reading: HouseStyle = {
  ...fresh,
  palette: {
    paper: '#fdfdfa',
    sheet: '#ffffff',
    ink: '#1d1d1b',
    soft: '#5b5a55',
    accent: '#7a2528',
    onAccent: '#ffffff',
    rule: '#d9d8d0',
  },
  dark: {
    paper: '#181816',
    sheet: '#20201e',
    ink: '#edece6',
    soft: '#b0aea6',
    accent: '#e79a98',
    onAccent: '#2c0d0e',
    rule: '#3c3b37',
  },
  type: { base: 18, scale: 1.23, headings: 'reading', text: 'reading' },
  space: 24,
  corners: 0,
  navigation: 'side',
  cards: 'ruled',
  firstPage: 'plain',
  foot: 'none',
  variants: [
    quiet,
    { ...tinted, frame: 'top' },
    { ...framed, ground: 'none', frame: 'top', room: 0 },
    wide,
    { key: 'loud', label: 'Loud', ground: 'none', frame: 'top', width: 'text', room: 1 },
  ],
};

/** The house styles to begin from. All they say is data: whatever they look like, another can look like as well. */
export const readyStyles: readonly ReadyStyle[] = [
  {
    key: 'calm',
    label: 'Calm',
    purpose: 'For pictures and quiet words: a serif, a wide first screen, few colours.',
    style: calm,
  },
  {
    key: 'lively',
    label: 'Lively',
    purpose: 'For a programme: heavy headings, round corners, cards in colours.',
    style: lively,
  },
  {
    key: 'reading',
    label: 'For much text',
    purpose: 'For a handbook: all pages in a column beside the text, ruled lines.',
    style: reading,
  },
];

const keptOf = <Each extends { key: string }>(ready: readonly Each[], own: readonly Each[]): Each[] => [
  ...own.map((each) => ready.find(({ key }) => key === each.key) ?? each),
  ...ready.filter(({ key }) => !own.some((each) => each.key === key)),
];

/**
 * A house style as one of those that are ready, in which all variants and text styles that may be in use are still there: as
 * they look in the ready one where it has them too, else as they are.
 */
export const beginWith = (own: HouseStyle, ready: HouseStyle): HouseStyle => {
  const variants = keptOf(ready.variants, own.variants);
  const stoodOn = new Set(variants.flatMap(({ colour }) => colour ?? []));
  const colours = [
    ...(ready.colours ?? []),
    ...(own.colours ?? []).filter(
      ({ key }) => stoodOn.has(key) && !ready.colours?.some((each) => each.key === key),
    ),
  ];
  return {
    ...ready,
    ...(colours.length > 0 ? { colours } : {}),
    variants,
    textStyles: keptOf(ready.textStyles, own.textStyles),
  };
};
