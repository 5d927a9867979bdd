/** The colours of the drawing office, by what they are for. Text on paper and sheet keeps 4.5:1, marks 3:1. */
export interface Tokens {
  paper: string;
  sheet: string;
  ink: string;
  pencil: string;
  faint: string;
  rule: string;
  ruleSoft: string;
  edge: string;
  verdigris: string;
  verdigrisDeep: string;
  onVerdigris: string;
  verdigrisWash: string;
  ochre: string;
  ochreWash: string;
  madder: string;
  madderWash: string;
  slate: string;
  slateWash: string;
}

export const light: Tokens = {
  paper: '#f6f3ec',
  sheet: '#fffefb',
  ink: '#1d2426',
  pencil: '#566062',
  faint: '#656e6e',
  rule: '#ddd6c8',
  ruleSoft: '#ebe6db',
  edge: '#8c918c',
  verdigris: '#1f6b60',
  verdigrisDeep: '#17534a',
  onVerdigris: '#ffffff',
  verdigrisWash: '#e3eee9',
  ochre: '#8f5c0e',
  ochreWash: '#f7ecd6',
  madder: '#9e3434',
  madderWash: '#f6e3df',
  slate: '#3d5a80',
  slateWash: '#e4eaf2',
};

export const dark: Tokens = {
  paper: '#161a1b',
  sheet: '#1d2223',
  ink: '#e9e5db',
  pencil: '#b0b6b2',
  faint: '#9aa19e',
  rule: '#363d3d',
  ruleSoft: '#2a3030',
  edge: '#7d8583',
  verdigris: '#7fc8b8',
  verdigrisDeep: '#a0d9cc',
  onVerdigris: '#0e1f1b',
  verdigrisWash: '#20332e',
  ochre: '#dcab55',
  ochreWash: '#352b18',
  madder: '#eb9a92',
  madderWash: '#3b2523',
  slate: '#a2bbdc',
  slateWash: '#222d3b',
};

/** The colours as custom properties: `--verdigris-wash` and so on. */
export const tokenProperties = (tokens: Tokens): Record<string, string> =>
  Object.fromEntries(
    Object.entries(tokens).map(([name, colour]) => [
      `--${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`,
      String(colour),
    ]),
  );
