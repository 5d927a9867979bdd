import type { HouseStyle } from '../core/model/document';
import { arrangementStyles } from './arrangement-styles';
import { css } from './css';
import { fontFaces } from './font-faces';
import { houseRules, namedRules } from './house-rules';

const columns = Array.from({ length: 12 }, (_, i) => `.w-${i + 1} { grid-column: span ${i + 1}; }`).join(' ');

/** How faces and arrangements look, wherever they are drawn: by the width of where they stand, not of the window. */
export const faceStyles = css`
  ${arrangementStyles}.face {
    color: var(--ink);
    display: flex;
    flex-direction: column;
    gap: 5px;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  .face > *,
  .cell > * {
    margin: 0;
  }
  .face .kicker {
    font:
      400 14px/20px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
  }
  .face .heading {
    font: 600 var(--h3)/1.28 var(--headings);
    letter-spacing: -0.005em;
    text-wrap: balance;
  }

  .face .heading a {
    color: inherit;
    text-decoration: none;
  }
  .face .heading a:hover {
    text-decoration: underline;
    text-decoration-thickness: 2px;
  }
  .byline {
    font:
      400 13px/18px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
  }
  .face .date {
    font:
      500 15px/21px 'Hanken Grotesk',
      sans-serif;
    color: var(--accent);
  }
  .face .summary,
  .face .text {
    font: 400 calc(var(--text) - 0.5px)/1.5 var(--reading);
  }
  .text > * {
    margin: 0 0 0.9em;
  }
  .text > :last-child {
    margin-bottom: 0;
  }
  .text h2,
  .text h3,
  .text h4,
  .text h5 {
    font: 600 var(--h4)/1.3 var(--headings);
    margin-top: 1.4em;
  }
  .text h2 {
    font-size: var(--h3);
  }
  .text ul,
  .text ol {
    padding-left: 1.3em;
  }
  .text li {
    margin: 0.2em 0;
  }
  .text li > p {
    margin: 0;
  }
  .text blockquote {
    border-left: 3px solid var(--accent);
    padding-left: 1em;
    font-style: italic;
  }
  .text pre {
    font:
      400 14px/21px 'JetBrains Mono',
      monospace;
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: 12px;
    overflow-x: auto;
  }
  .text code {
    font-family: 'JetBrains Mono', monospace;
    font-size: 0.9em;
  }
  .text hr {
    border: 0;
    border-top: 1px solid var(--rule);
    margin: 1.6em 0;
  }
  .scrolls {
    overflow-x: auto;
  }
  .text table {
    border-collapse: collapse;
    min-width: 100%;
  }
  .text th,
  .text td {
    border-bottom: 1px solid var(--rule);
    padding: 8px 12px 8px 0;
    text-align: left;
    vertical-align: top;
    font-size: 0.94em;
  }
  .text th {
    font-weight: 600;
  }
  .text td p,
  .text th p {
    margin: 0;
  }
  .a-center {
    text-align: center;
  }
  .a-right {
    text-align: right;
  }
  .a-justify {
    text-align: justify;
  }
  figure {
    margin: 0;
  }
  .picture img,
  .text figure img {
    display: block;
    max-width: 100%;
    height: auto;
    border-radius: var(--corner);
  }
  .shows .picture img {
    width: 100%;
  }
  figcaption {
    font:
      400 14px/20px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
    padding-top: 6px;
  }
  audio,
  video {
    width: 100%;
    max-width: 100%;
  }
  .face .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 28px;
    font:
      400 15px/22px 'Hanken Grotesk',
      sans-serif;
    font-variant-numeric: tabular-nums;
  }
  .figures > div {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  .figures dt {
    color: var(--soft);
  }
  .figures dd {
    margin: 0;
    font-weight: 600;
  }
  .face .facts {
    display: grid;
    grid-template-columns: minmax(min(9em, 35%), auto) minmax(0, 1fr);
    font:
      400 15px/22px 'Hanken Grotesk',
      sans-serif;
    border-top: 1px solid var(--rule);
  }
  .facts > div {
    display: grid;
    grid-column: 1 / -1;
    grid-template-columns: subgrid;
    gap: 0 20px;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  .facts dt {
    color: var(--soft);
  }
  .facts dd {
    margin: 0;
  }
  .face .further {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 240px), 1fr));
    gap: calc(var(--space) * 0.75);
  }
  .further > li {
    border-top: 1px solid var(--rule);
    padding-top: 12px;
    min-width: 0;
  }
  .further .heading {
    font-size: var(--h4);
  }
  .face .marks {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    padding: 6px 0 0;
    list-style: none;
  }
  .face .marks a {
    color: inherit;
    text-decoration: none;
  }
  .face .marks a:hover {
    color: var(--accent);
    text-decoration: underline;
  }
  .face .marks li {
    font:
      500 13px/20px 'Hanken Grotesk',
      sans-serif;
    padding: 0 8px;
    border: 1px solid var(--rule);
    border-radius: 2px;
    color: var(--soft);
  }
  .buttons {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    padding-top: 8px;
  }
  .button {
    display: inline-block;
    font:
      600 15px/22px 'Hanken Grotesk',
      sans-serif;
    background: var(--accent);
    color: var(--on-accent);
    padding: 10px 18px;
    border-radius: var(--corner);
    text-decoration: none;
  }
  .button:hover {
    text-decoration: underline;
  }
  .contact {
    display: grid;
    gap: 14px;
    max-width: 36rem;
    font:
      400 16px/24px 'Hanken Grotesk',
      sans-serif;
  }
  .contact p {
    margin: 0;
    display: grid;
    gap: 4px;
    justify-items: start;
  }
  .contact label {
    font-weight: 600;
    font-size: 15px;
  }
  .contact input,
  .contact textarea {
    font: inherit;
    color: var(--ink);
    background: var(--sheet);
    border: 1px solid var(--soft);
    border-radius: var(--corner);
    padding: 9px 12px;
    width: 100%;
  }
  .contact [aria-invalid] {
    border-width: 2px;
  }
  .contact button {
    border: 0;
    cursor: pointer;
  }
  .contact .trap {
    position: absolute;
    left: -9999px;
  }
  .contact .fault {
    font-weight: 600;
    border-left: 3px solid currentColor;
    padding-left: 10px;
  }
  .sent {
    font:
      600 17px/26px 'Hanken Grotesk',
      sans-serif;
    border-left: 3px solid var(--accent);
    padding-left: 12px;
    margin: 0;
  }
  .links {
    list-style: none;
    padding: 0;
    font:
      500 15px/26px 'Hanken Grotesk',
      sans-serif;
  }
  .set {
    gap: var(--space);
    container-type: inline-size;
  }
  .row {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: var(--space);
  }
  .cell {
    display: flex;
    flex-direction: column;
    gap: 8px;
    min-width: 0;
  }
  .last-first > :last-child {
    order: -1;
  }
  @container (min-width: 560px) {
    .row {
      grid-template-columns: repeat(12, minmax(0, 1fr));
    }
    ${columns} .last-first > :last-child {
      order: 0;
    }
  }
  .block {
    min-width: 0;
    scroll-margin-top: 24px;
  }
  .block > .inner {
    display: grid;
    gap: var(--space);
    min-width: 0;
  }
  /* Of the block itself and of slides; what a listing in it sets out has gaps of its own. */
  .block > .inner > .face,
  .block .slideshow .face {
    gap: 10px;
  }
  .block .heading {
    font-size: var(--h2);
  }
  .block .block .heading,
  .block .items .heading {
    font-size: var(--h3);
  }
  .way {
    list-style: none;
    display: flex;
    flex-wrap: wrap;
    gap: 0 8px;
    margin: 0;
    padding: 0;
    font:
      400 15px/24px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
  }
  .way li + li::before {
    content: '/';
    margin-right: 8px;
    color: var(--soft);
  }
`;

const pageStyles = css`
  *,
  *::before,
  *::after {
    box-sizing: border-box;
  }
  html {
    -webkit-text-size-adjust: 100%;
  }
  body {
    margin: 0;
    background: var(--paper);
    color: var(--ink);
    font:
      400 var(--text)/1.53 'Hanken Grotesk',
      sans-serif;
  }
  a {
    color: var(--accent);
    text-underline-offset: 3px;
  }
  :focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: 3px;
  }
  .skip {
    position: absolute;
    left: -9999px;
  }
  .skip:focus {
    left: 16px;
    top: 8px;
    background: var(--sheet);
    padding: 8px 12px;
    z-index: 1;
  }
  .wide {
    max-width: 1168px;
    margin: 0 auto;
    padding: 0 24px;
  }
  .site {
    background: var(--paper);
  }
  .site .wide {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 28px;
    min-height: 64px;
    padding-top: 10px;
    padding-bottom: 10px;
  }
  .site .name {
    font:
      600 22px/30px Literata,
      Georgia,
      serif;
    letter-spacing: -0.01em;
    color: var(--ink);
    text-decoration: none;
    margin-right: auto;
  }
  .site ul {
    list-style: none;
    display: flex;
    flex-wrap: wrap;
    gap: 2px 26px;
    margin: 0;
    padding: 0;
  }
  .site li a {
    display: block;
    padding: 6px 0;
    color: var(--ink);
    text-decoration: none;
    font-weight: 500;
    border-bottom: 2px solid transparent;
  }
  .site li a:hover,
  .site li a[aria-current] {
    border-bottom-color: var(--accent);
  }
  .site .languages {
    order: 1;
  }
  .site .languages ul {
    gap: 2px 14px;
  }
  .site .languages a {
    font-size: 14px;
    font-weight: 400;
    color: var(--soft);
  }
  .trail {
    font-size: 15px;
    color: var(--soft);
    padding-top: 18px;
  }
  .trail ol {
    list-style: none;
    margin: 0;
    padding: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 0 8px;
  }
  .trail li + li::before {
    content: '/';
    margin-right: 8px;
    color: var(--rule);
  }
  .opening {
    padding: 40px 0 12px;
  }
  .opening .face {
    gap: 10px;
    max-width: 46rem;
  }
  .opening .face .heading,
  .laid > .wide > .row > .cell > .face > .heading {
    font-size: max(34px, var(--h1));
    line-height: 1.18;
    letter-spacing: -0.02em;
  }
  .slot {
    display: grid;
    gap: calc(var(--space) * 2);
    padding-top: calc(var(--space) * 0.75);
    padding-bottom: var(--space);
  }
  .laid {
    display: grid;
    gap: calc(var(--space) * 1.5);
    padding: 40px 0;
  }
  .laid > .wide {
    width: 100%;
    container-type: inline-size;
  }
  .laid > .wide > .row > .cell > .face {
    gap: 10px;
  }
  .laid .cell {
    gap: calc(var(--space) * 1.25);
  }
  .opening .face .summary {
    font:
      400 19px/29px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
  }
  .opening .face .text {
    padding-top: 14px;
    font-size: 18px;
    line-height: 29px;
  }
  .top .opening {
    position: relative;
    padding: 72px 0 150px;
    background: linear-gradient(
      color-mix(in oklab, var(--accent) 10%, #f0dcae),
      color-mix(in oklab, var(--accent) 22%, var(--paper))
    );
    overflow: hidden;
  }
  .top .opening .face .heading {
    font-size: 58px;
    line-height: 62px;
  }
  .top .opening .face .summary {
    color: var(--ink);
  }
  .horizon {
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    width: 100%;
    height: 160px;
    display: block;
  }
  .horizon .far {
    fill: color-mix(in oklab, var(--accent) 45%, var(--paper));
  }
  .horizon .mid {
    fill: color-mix(in oklab, var(--accent) 72%, var(--paper));
  }
  .horizon .near {
    fill: var(--accent);
  }
  main > section {
    padding: 28px 0;
  }
  .below {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 0 40px;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 320px), 1fr));
  }
  .below li {
    border-top: 1px solid var(--rule);
    padding: 16px 0 20px;
  }
  .below a {
    font:
      600 20px/27px Literata,
      Georgia,
      serif;
    text-decoration: none;
    color: var(--ink);
  }
  .below a:hover {
    text-decoration: underline;
    color: var(--accent);
  }
  .below p {
    margin: 4px 0 0;
    font:
      400 16px/24px Literata,
      Georgia,
      serif;
    color: var(--soft);
  }
  .count {
    position: relative;
    margin-left: 9px;
    font:
      400 14.5px/20px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
    font-variant-numeric: tabular-nums;
  }
  .related h2 {
    font: 600 var(--h3)/1.25 var(--headings);
    margin: 0 0 12px;
  }
  .related .below {
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 230px), 1fr));
  }
  .related .below a {
    font-size: 18px;
    line-height: 25px;
  }
  .related .below p {
    font:
      400 15px/22px 'Hanken Grotesk',
      sans-serif;
  }
  .neighbours > .wide {
    display: flex;
    justify-content: space-between;
    gap: 24px;
  }
  .neighbours a {
    display: grid;
    gap: 2px;
    padding: 14px 0;
    text-decoration: none;
    font:
      600 17px/24px Literata,
      Georgia,
      serif;
    color: var(--ink);
  }
  .neighbours a:hover {
    color: var(--accent);
    text-decoration: underline;
  }
  .neighbours a[rel='next'] {
    text-align: right;
    margin-left: auto;
  }
  .neighbours small {
    font:
      400 14px/20px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
  }
  .beside {
    padding: 20px 0 0;
  }
  .beside ul {
    list-style: none;
    margin: 0;
    padding: 16px 0 0;
    border-top: 1px solid var(--rule);
    display: flex;
    flex-wrap: wrap;
    gap: 8px 26px;
  }
  .beside a {
    text-decoration: none;
    color: var(--soft);
  }
  .beside a:hover {
    text-decoration: underline;
    color: var(--accent);
  }
  .beside a[aria-current] {
    color: var(--ink);
    font-weight: 600;
  }
  .end p {
    margin: 0 0 4px;
  }
  .end {
    margin-top: 56px;
    border-top: 1px solid var(--rule);
    padding: 22px 0 40px;
    color: var(--soft);
    font-size: 15px;
  }
  @media (max-width: 600px) {
    .wide {
      padding: 0 18px;
    }
    .opening .face .heading {
      font-size: 34px;
      line-height: 41px;
    }
    .top .opening {
      padding: 44px 0 120px;
    }
    .top .opening .face .heading {
      font-size: 40px;
      line-height: 45px;
    }
    .horizon {
      height: 110px;
    }
  }
  @media print {
    .site ul,
    .trail,
    .horizon {
      display: none;
    }
  }
`;

/** The one stylesheet of a site's visitor pages. */
export const siteStylesheet = (style: HouseStyle): string =>
  [fontFaces, houseRules(style), pageStyles, faceStyles, namedRules(style)].join('\n');
