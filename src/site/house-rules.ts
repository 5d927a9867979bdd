import { paletteParts, type HouseStyle, type Palette } from '../core/model/document';
import type { TextStyle, Variant } from '../core/model/fresh/house-style';

const colours = (palette: Palette): string =>
  paletteParts
    .map((part) => `--${part.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}: ${palette[part]};`)
    .join(' ');

const faces = { reading: 'Literata, Georgia, serif', plain: "'Hanken Grotesk', sans-serif" } as const;

/** Sizes in pixels: running text, and each step of heading above it. */
function sizes({ type, space, corners }: HouseStyle): string {
  const step = (n: number) => Math.round(type.base * type.scale ** n * 10) / 10;
  return `--text: ${type.base}px; --h4: ${step(0.5)}px; --h3: ${step(1)}px; --h2: ${step(2)}px; --h1: ${step(4)}px; --space: ${space}px; --corner: ${corners}px; --headings: ${faces[type.headings]}; --reading: ${faces[type.text]};`;
}

/** The house style as custom properties of an element; `dark` gives the dark colours for good. */
export const houseRule = (selector: string, style: HouseStyle, dark = false): string =>
  `${selector} { ${colours(dark ? style.dark : style.palette)} ${sizes(style)} }`;

/** The house style of a whole page, which follows what the visitor's device asks for. */
export const houseRules = (style: HouseStyle): string =>
  `${houseRule(':root', style)}\n@media (prefers-color-scheme: dark) { :root { color-scheme: dark; ${colours(style.dark)} } }`;

const grounds: Record<Variant['ground'], string> = {
  none: '',
  sheet: 'background: var(--sheet);',
  tint: 'background: color-mix(in oklab, var(--accent) 9%, var(--paper));',
  // What stands on the accent is written in the colours that are read on it.
  accent:
    'background: var(--accent); --ink: var(--on-accent); --soft: var(--on-accent); --rule: var(--on-accent); color: var(--on-accent);',
};
const frames: Record<Variant['frame'], string> = {
  none: '',
  line: 'border: 1px solid var(--rule);',
  top: 'border-top: 3px solid var(--accent);',
};
const widths: Record<Variant['width'], string> = {
  text: 'max-width: 46rem;',
  wide: '',
  full: 'width: var(--whole, 100vw); margin-inline: calc(50% - var(--whole, 100vw) / 2); max-width: none;',
};

const variantRule = ({ key, ground, frame, width, room }: Variant): string =>
  `.block.v-${key} { ${grounds[ground]} ${frames[frame]} ${widths[width]} ${room > 0 ? `padding: calc(var(--space) * ${room});` : ''} ${ground !== 'none' || frame === 'line' ? 'border-radius: var(--corner);' : ''} }${ground === 'accent' ? ` .block.v-${key} a:not(.button) { color: inherit; } .block.v-${key} .button { background: var(--on-accent); color: var(--accent); }` : ''}${width === 'full' ? ` .block.v-${key} > .inner { max-width: 1120px; margin: 0 auto; padding: 0 24px; }` : ''}`;

const styleRule = ({ key, size, weight, italic, colour, face }: TextStyle): string =>
  `.t-${key} { font-size: ${size}em; line-height: 1.45; font-weight: ${weight};${italic ? ' font-style: italic;' : ''} color: var(--${colour}); font-family: ${faces[face]}; }`;

/** The named variants and text styles of the house style. */
export const namedRules = ({ variants, textStyles }: HouseStyle): string =>
  [...variants.map(variantRule), ...textStyles.map(styleRule)].join('\n');
