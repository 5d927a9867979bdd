const latin =
  'U+0000-00FF, U+0131, U+0152-0153, U+02BB-02BC, U+02C6, U+02DA, U+02DC, U+0304, U+0308, U+0329, U+2000-206F, U+20AC, U+2122, U+2191, U+2193, U+2212, U+2215, U+FEFF, U+FFFD';
const latinExt =
  'U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+02CE-02D7, U+02DD-02FF, U+1D00-1DBF, U+1E00-1E9F, U+1EF2-1EFF, U+2020, U+20A0-20AB, U+20AD-20C0, U+2113, U+2C60-2C7F, U+A720-A7FF';

const face = (family: string, file: string, weight: string, range: string, style = 'normal') =>
  `@font-face { font-family: '${family}'; src: url(/fonts/${file}.woff2) format('woff2'); font-weight: ${weight}; font-style: ${style}; font-display: swap; unicode-range: ${range}; }`;

/**
 * The files of the letters that nearly every page begins with, to be fetched before the stylesheet names them; those of
 * even width in the workspaces alone.
 */
export const firstFonts = {
  reading: '/fonts/literata-latin-wght-normal.woff2',
  plain: '/fonts/hanken-grotesk-latin-wght-normal.woff2',
  even: '/fonts/jetbrains-mono-latin-wght-normal.woff2',
} as const;

/**
 * Letters that a device has already, stretched to the measures of those that ship, so that nothing moves when these come
 * (CSS Fonts 5, font metrics override descriptors). Worked out from the metrics of both fonts as
 * `createFontStack` of the package @capsizecss/core 4.1 does.
 */
const standIns = [
  `@font-face { font-family: 'Literata Stand-in'; src: local('Georgia'); ascent-override: 109.3141%; descent-override: 28.6056%; size-adjust: 107.6714%; }`,
  `@font-face { font-family: 'Hanken Stand-in'; src: local('Arial'), local('ArialMT'), local('Liberation Sans'); ascent-override: 99.0668%; descent-override: 30.0173%; line-gap-override: 0%; size-adjust: 100.9419%; }`,
];

/** The letters by what they are for. */
export const families = {
  reading: "Literata, 'Literata Stand-in', Georgia, serif",
  plain: "'Hanken Grotesk', 'Hanken Stand-in', sans-serif",
} as const;

/** The fonts that ship with the product, for visitors' pages and the workspaces alike. */
export const fontFaces = [
  ...standIns,
  face('Hanken Grotesk', 'hanken-grotesk-latin-wght-normal', '100 900', latin),
  face('Hanken Grotesk', 'hanken-grotesk-latin-ext-wght-normal', '100 900', latinExt),
  face('Literata', 'literata-latin-wght-normal', '200 900', latin),
  face('Literata', 'literata-latin-ext-wght-normal', '200 900', latinExt),
  face('Literata', 'literata-latin-wght-italic', '200 900', latin, 'italic'),
  face('JetBrains Mono', 'jetbrains-mono-latin-wght-normal', '100 800', latin),
].join('\n');
