import { paletteParts, type HouseStyle, type Palette } from '../core/model/document';
import { families } from './font-faces';
import { veilFor, wordsOn, type TextStyle, type Variant } from '../core/model/fresh/house-style';

/** What stands on something else than paper: the ground, and the words on it. */
const groundRule = (name: string, ground: string, words: string): string =>
  `--g-${name}: ${ground}; --w-${name}: ${words};`;

/** Every colour of a house style; each ground with words that are read on it, and the veil under words over a picture. */
const colours = ({ palette, dark, colours: further = [] }: HouseStyle, isDark: boolean): string => {
  const own: Palette = isDark ? dark : palette;
  return [
    ...paletteParts.map(
      (part) => `--${part.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}: ${own[part]};`,
    ),
    groundRule('accent', own.accent, own.onAccent),
    groundRule('ink', own.ink, own.paper),
    ...further.map((each) => {
      const ground = isDark ? each.dark : each.light;
      return groundRule(`c-${each.key}`, ground, wordsOn(ground, own));
    }),
    `--veil: color-mix(in srgb, ${own.paper} ${Math.round(veilFor(own.ink, own.paper) * 100)}%, transparent);`,
  ].join(' ');
};

/** Between these widths (px) of a window, sizes grow from their least to what the house style says. */
const NARROW = 360;
const WIDE = 1200;
/** What is left of each step of heading, and of space, in the narrowest window. */
const STEPS_LEFT = 0.6;
const SPACE_LEFT = 0.7;

const px = (size: number): string => `${Math.round(size * 10) / 10}px`;

/** A size that grows with the window. `across` is how wide that is, in CSS. */
const growing = (least: number, most: number, across: string): string =>
  least === most
    ? px(most)
    : `clamp(${px(least)}, calc(${px(least)} + ${((most - least) / (WIDE - NARROW)).toFixed(5)} * (${across} - ${NARROW}px)), ${px(most)})`;

/** Sizes: running text, each step of heading above it, the heading of an opening, space; and the letters. */
function sizes({ type, space, corners, buttons, navigation }: HouseStyle, across: string): string {
  const step = (n: number) =>
    growing(
      (type.base - 1) * (1 + (type.scale - 1) * STEPS_LEFT) ** n,
      type.base * type.scale ** n,
      `var(--across, ${across})`,
    );
  return [
    `--text: ${growing(type.base - 1, type.base, `var(--across, ${across})`)};`,
    ...[0.5, 1, 2, 4, 5].map((n, i) => `--${['h4', 'h3', 'h2', 'h1', 'display'][i]}: ${step(n)};`),
    `--space: ${growing(Math.round(space * SPACE_LEFT), space, `var(--across, ${across})`)};`,
    `--corner: ${corners}px; --button-corner: ${buttons === 'pills' ? '99px' : `${corners}px`};`,
    `--heading-weight: ${type.weight ?? 600}; --heading-letters: ${type.tight ? '-0.035em' : '-0.015em'};`,
    `--headings: ${families[type.headings]}; --reading: ${families[type.text]}; --plain: ${families.plain};`,
    // The one measure of everything on a page, and the margin beside it.
    `--measure: 1168px; --margin: ${growing(18, 24, `var(--across, ${across})`)};`,
    `--mark-corner: ${buttons === 'pills' || navigation === 'pills' ? '99px' : '2px'};`,
  ].join(' ');
}

/** The house style as custom properties of an element in a piece of a site; `dark` gives the dark colours for good. */
export const houseRule = (selector: string, style: HouseStyle, dark = false): string =>
  `${selector} { ${colours(style, dark)} ${sizes(style, `${NARROW}px`)} }`;

/** The house style of a whole page, which follows what the visitor's device asks for. */
export const houseRules = (style: HouseStyle): string =>
  `:root { ${colours(style, false)} ${sizes(style, '100vw')} }\n@media (prefers-color-scheme: dark) { :root { color-scheme: dark; ${colours(style, true)} } }`;

/** Everything in it takes its colours from the ground it stands on. */
const onGround = (name: string): string =>
  `background: var(--g-${name}); color: var(--w-${name}); ${['paper', 'sheet', 'on-accent'].map((part) => `--${part}: var(--g-${name});`).join(' ')} ${['ink', 'soft', 'rule', 'accent'].map((part) => `--${part}: var(--w-${name});`).join(' ')}`;

const grounds: Record<Exclude<Variant['ground'], 'colour'>, string> = {
  none: '',
  sheet: 'background: var(--sheet);',
  tint: 'background: color-mix(in oklab, var(--accent) 9%, var(--paper));',
  accent: onGround('accent'),
  ink: onGround('ink'),
};
const groundOf = ({ ground, colour }: Pick<Variant, 'ground' | 'colour'>): string =>
  ground === 'colour' ? (colour === undefined ? '' : onGround(`c-${colour}`)) : grounds[ground];
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

const isFilled = ({ ground, frame, over, width }: Variant): boolean =>
  width !== 'full' && (ground !== 'none' || frame === 'line' || over === true);

function variantRule(variant: Variant): string {
  const { key, frame, width, room } = variant;
  const rules = [
    groundOf(variant),
    frames[frame],
    widths[width],
    room > 0 ? `padding: calc(var(--space) * ${room});` : '',
    isFilled(variant) ? 'border-radius: var(--corner);' : '',
  ];
  return `.block.v-${key} { ${rules.join(' ')} }${width === 'full' ? ` .block.v-${key} > .inner { width: 100%; max-width: var(--measure); margin: 0 auto; padding: 0 var(--margin); }` : ''}`;
}

const styleRule = ({ key, size, weight, italic, colour, face }: TextStyle): string =>
  `.t-${key} { font-size: ${size}em; line-height: 1.45; font-weight: ${weight};${italic ? ' font-style: italic;' : ''} color: var(--${colour}); font-family: ${families[face]}; }`;

/** Cards on the further colours in turn, where the house style asks for that. */
const cardRules = ({ cards, colours: further = [] }: HouseStyle): string[] =>
  cards === 'coloured'
    ? [...further.map(({ key }) => `c-${key}`), 'ink'].map(
        (name, i, all) =>
          `:is(.cards, .strip) > :nth-child(${all.length}n + ${i + 1}) > .face { border-top: 0; ${onGround(name)} }`,
      )
    : [];

/** What the house style says of first letters, cards, the foot and the navigation. */
const looks = ({ type, corners, cards, foot, navigation }: HouseStyle): string[] => [
  ...(type.firstLetter
    ? [
        '.laid > .wide > .row > .cell > .face > .text > p:first-child::first-letter { float: left; font: var(--heading-weight) calc(var(--text) * 3.6) / 0.82 var(--headings); color: var(--accent); padding: 0.08em 0.12em 0 0; }',
      ]
    : []),
  ...(cards === 'ruled'
    ? [
        ':is(.cards, .strip) > li > .face { background: none; border-top: 1px solid var(--rule); padding: 14px 0 0; } :is(.cards, .strip) > li > .face > .shows { margin: 0 0 8px; }',
      ]
    : []),
  // A bar on top bends where corners are round.
  ...(corners > 6 && (cards ?? 'sheet') === 'sheet'
    ? [':is(.cards, .strip) > li > .face { border-top: 0; }']
    : []),
  ...(foot && foot !== 'none' ? [`.end { border-top: 0; ${grounds[foot]} }`] : []),
  ...(navigation === 'pills'
    ? [
        '.site .main > ul > li > a, .site .languages a { border: 1px solid var(--ink); border-radius: 99px; padding: 5px 14px; font-weight: 600; color: var(--ink); } .site .main > ul, .site .languages ul { gap: 8px 10px; } .site .main > ul > li > a:hover { border-color: var(--accent); color: var(--accent); } .site .main > ul > li > a[aria-current], .site .languages a[aria-current] { background: var(--g-ink); color: var(--w-ink); border-color: var(--g-ink); }',
      ]
    : []),
];

/** The named variants and text styles of the house style, and what it says of cards, navigation and foot. */
export const namedRules = (style: HouseStyle): string =>
  [
    ...looks(style),
    ...cardRules(style),
    ...style.variants.map(variantRule),
    ...style.textStyles.map(styleRule),
  ].join('\n');
