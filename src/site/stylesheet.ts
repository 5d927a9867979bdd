import { paletteParts, type Palette } from '../core/model/document';
import { fontFaces } from './font-faces';

/** The house style's colours as custom properties of an element. */
export const paletteRule = (selector: string, palette: Palette): string =>
  `${selector} { ${paletteParts.map((part) => `--${part.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}: ${palette[part]};`).join(' ')} }`;

/** How faces and arrangements look, wherever they are drawn: by the width of where they stand, not of the window. */
export const faceStyles = `
.listing { container-type: inline-size; }
.listing-head { font: 600 28px/36px Literata, Georgia, serif; letter-spacing: -0.01em; margin: 0 0 14px; }
.items { list-style: none; margin: 0; padding: 0; display: grid; }
.cards { grid-template-columns: repeat(auto-fill, minmax(min(100%, 290px), 1fr)); gap: 24px; }
.cards .face { background: var(--sheet); border-top: 3px solid var(--accent); padding: 16px 18px 18px; height: 100%; }
.rows { border-top: 1px solid var(--rule); }
.rows .face { padding: 18px 0; border-bottom: 1px solid var(--rule); }
@container (min-width: 620px) { .rows .face { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 2fr); column-gap: 32px; grid-auto-flow: row; } .rows .face > * { grid-column: 1; } .rows .face > .summary, .rows .face > .text { grid-column: 2; grid-row: 1 / span 5; } }
.face { color: var(--ink); display: flex; flex-direction: column; gap: 5px; min-width: 0; overflow-wrap: anywhere; }
.face > * { margin: 0; }
.face .kicker { font: 400 14px/20px 'Hanken Grotesk', sans-serif; color: var(--soft); }
.face .heading { font: 600 21px/27px Literata, Georgia, serif; letter-spacing: -0.005em; }
.face .date { font: 500 15px/21px 'Hanken Grotesk', sans-serif; color: var(--accent); }
.face .summary, .face .text { font: 400 16.5px/25px Literata, Georgia, serif; }
.face .text p { margin: 0 0 0.9em; }
.face .figures { display: flex; flex-wrap: wrap; gap: 2px 20px; font: 400 15px/22px 'Hanken Grotesk', sans-serif; font-variant-numeric: tabular-nums; }
.face .marks { display: flex; flex-wrap: wrap; gap: 6px; padding: 6px 0 0; list-style: none; }
.face .marks li { font: 500 13px/20px 'Hanken Grotesk', sans-serif; padding: 0 8px; border: 1px solid var(--rule); border-radius: 2px; color: var(--soft); }
`;

const pageStyles = `
*, *::before, *::after { box-sizing: border-box; }
html { -webkit-text-size-adjust: 100%; }
body { margin: 0; background: var(--paper); color: var(--ink); font: 400 17px/26px 'Hanken Grotesk', sans-serif; }
a { color: var(--accent); text-underline-offset: 3px; }
:focus-visible { outline: 3px solid var(--accent); outline-offset: 3px; }
.skip { position: absolute; left: -9999px; } .skip:focus { left: 16px; top: 8px; background: var(--sheet); padding: 8px 12px; z-index: 1; }
.wide { max-width: 1168px; margin: 0 auto; padding: 0 24px; }
.site { background: var(--paper); }
.site .wide { display: flex; flex-wrap: wrap; align-items: center; gap: 4px 28px; min-height: 64px; padding-top: 10px; padding-bottom: 10px; }
.site .name { font: 600 22px/30px Literata, Georgia, serif; letter-spacing: -0.01em; color: var(--ink); text-decoration: none; margin-right: auto; }
.site ul { list-style: none; display: flex; flex-wrap: wrap; gap: 2px 26px; margin: 0; padding: 0; }
.site li a { display: block; padding: 6px 0; color: var(--ink); text-decoration: none; font-weight: 500; border-bottom: 2px solid transparent; }
.site li a:hover, .site li a[aria-current] { border-bottom-color: var(--accent); }
.trail { font-size: 15px; color: var(--soft); padding: 18px 0 0; } .trail ol { list-style: none; margin: 0; padding: 0; display: flex; flex-wrap: wrap; gap: 0 8px; } .trail li + li::before { content: '/'; margin-right: 8px; color: var(--rule); }
.opening { padding: 40px 0 12px; }
.opening .face { gap: 10px; max-width: 46rem; }
.opening .face .heading { font-size: 44px; line-height: 52px; letter-spacing: -0.02em; }
.opening .face .summary { font: 400 19px/29px 'Hanken Grotesk', sans-serif; color: var(--soft); }
.opening .face .text { padding-top: 14px; font-size: 18px; line-height: 29px; }
.top .opening { position: relative; padding: 72px 0 150px; background: linear-gradient(color-mix(in oklab, var(--accent) 10%, #f0dcae), color-mix(in oklab, var(--accent) 22%, var(--paper))); overflow: hidden; }
.top .opening .face .heading { font-size: 58px; line-height: 62px; }
.top .opening .face .summary { color: var(--ink); }
.horizon { position: absolute; left: 0; right: 0; bottom: 0; width: 100%; height: 160px; display: block; }
.horizon .far { fill: color-mix(in oklab, var(--accent) 45%, var(--paper)); } .horizon .mid { fill: color-mix(in oklab, var(--accent) 72%, var(--paper)); } .horizon .near { fill: var(--accent); }
main > section { padding: 28px 0; }
.below { list-style: none; margin: 0; padding: 0; display: grid; gap: 0 40px; grid-template-columns: repeat(auto-fill, minmax(min(100%, 320px), 1fr)); }
.below li { border-top: 1px solid var(--rule); padding: 16px 0 20px; }
.below a { font: 600 20px/27px Literata, Georgia, serif; text-decoration: none; color: var(--ink); } .below a:hover { text-decoration: underline; color: var(--accent); }
.below p { margin: 4px 0 0; font: 400 16px/24px Literata, Georgia, serif; color: var(--soft); }
.end { margin-top: 56px; border-top: 1px solid var(--rule); padding: 22px 0 40px; color: var(--soft); font-size: 15px; }
@media (max-width: 600px) { .wide { padding: 0 18px; } .opening .face .heading { font-size: 34px; line-height: 41px; } .top .opening { padding: 44px 0 120px; } .top .opening .face .heading { font-size: 40px; line-height: 45px; } .horizon { height: 110px; } }
@media print { .site ul, .trail, .horizon { display: none; } }
`;

/** The one stylesheet of a site's visitor pages. */
export const siteStylesheet = (palette: Palette): string => [fontFaces, paletteRule(':root', palette), pageStyles, faceStyles].join('\n');
