import { setOutBounds } from '../core/mapping/arrangement/arrangement';
import { css } from './css';

const { least, most } = setOutBounds.columns;
const mostColumns = Array.from(
  { length: most - least + 1 },
  (_, i) => `.most-${least + i} { --most: ${least + i}; }`,
).join(' ');

/** As many columns as fit, none narrower than `--least`, and never more than `--most`. */
const fitting =
  'grid-template-columns: repeat(auto-fill, minmax(max(min(100%, var(--least)), (100% - (var(--most, 12) - 1) * var(--gap)) / var(--most, 12)), 1fr)); gap: var(--gap);';

/** How the arrangements of listings look: by the width of the slot they stand in, never of the window. */
export const arrangementStyles = css`
  .listing {
    container-type: inline-size;
  }
  .listing-head {
    font: 600 var(--h2)/1.25 var(--headings);
    letter-spacing: -0.01em;
    margin: 0 0 14px;
  }
  .out-of-sight {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
    white-space: nowrap;
  }
  .items {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
  }
  .listing {
    --gap: var(--space);
    --least: 270px;
  }
  .airy {
    --gap: calc(var(--space) * 1.6);
    --least: 340px;
  }
  .dense {
    --gap: calc(var(--space) * 0.5);
    --least: 200px;
  }
  ${mostColumns}
  .cards {
    ${fitting}
  }
  .cards .face,
  .strip .face {
    background: var(--sheet);
    border-top: 3px solid var(--accent);
    border-radius: var(--corner);
    padding: 16px 18px 18px;
    height: 100%;
  }
  .cards .face .shows,
  .strip .face .shows {
    margin: -16px -18px 8px;
  }
  .cards > li,
  .strip > li {
    position: relative;
  }
  .cards .heading a::after,
  .strip .heading a::after {
    content: '';
    position: absolute;
    inset: 0;
  }
  .cards .marks a,
  .strip .marks a,
  .cards .further a,
  .cards .button,
  .cards .links a,
  .strip .button {
    position: relative;
  }
  .cards.dense .face,
  .strip.dense .face {
    padding: 10px 12px 12px;
  }
  .cards.dense .face .shows,
  .strip.dense .face .shows {
    margin: -10px -12px 6px;
  }
  .dense .face .heading {
    font-size: var(--h4);
  }
  .dense .face .summary {
    font-size: 15px;
    line-height: 22px;
  }
  .rows {
    border-top: 1px solid var(--rule);
  }
  .rows .face {
    padding: 18px 0;
    border-bottom: 1px solid var(--rule);
  }
  .rows.airy .face {
    padding: 30px 0;
  }
  .rows.dense .face {
    padding: 9px 0;
  }
  @container (min-width: 620px) {
    .rows .face {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
      gap: 0 32px;
      grid-auto-flow: row;
      align-content: start;
    }
    .rows .face > * {
      grid-column: 1;
    }
    .rows .face > .summary,
    .rows .face > .text {
      grid-column: 2;
      grid-row: 1 / span 5;
    }
  }
  .rows:has(.shows) .face {
    display: grid;
    grid-template-columns: 96px minmax(0, 1fr);
    gap: 0 16px;
    align-content: start;
  }
  .rows:has(.shows) .face > * {
    grid-column: 2;
    grid-row: auto;
  }
  .rows:has(.shows) .face > .shows {
    grid-column: 1;
    grid-row: 1 / span 12;
  }
  @container (min-width: 620px) {
    .rows:has(.shows) .face {
      grid-template-columns: 190px minmax(0, 1fr);
      column-gap: 28px;
    }
    .rows.dense:has(.shows) .face {
      grid-template-columns: 110px minmax(0, 1fr);
    }
    .rows:has(.shows) .face > .summary,
    .rows:has(.shows) .face > .text {
      grid-column: 2;
      grid-row: auto;
    }
    .rows:has(.shows) .face > .shows {
      grid-row: 1 / span 12;
    }
  }
  .lead {
    row-gap: 0;
    column-gap: calc(var(--space) * 1.6);
    border-top: 1px solid var(--rule);
    padding-top: var(--space);
  }
  .lead > :first-child .heading {
    font-size: var(--h2);
  }
  .lead > :first-child {
    padding-bottom: var(--space);
  }
  .lead > :not(:first-child) .face {
    border-top: 1px solid var(--rule);
    padding: 14px 0;
  }
  .lead.dense > :not(:first-child) .face {
    padding: 8px 0;
  }
  .lead.airy > :not(:first-child) .face {
    padding: 24px 0;
  }
  .lead > :not(:first-child) .face:has(> .shows) {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 104px;
    gap: 0 16px;
    align-content: start;
  }
  .lead > :not(:first-child) .face > * {
    grid-column: 1;
  }
  .lead > :not(:first-child) .face > .shows {
    grid-column: 2;
    grid-row: 1 / span 12;
  }
  @container (min-width: 700px) {
    .lead {
      grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
      grid-auto-rows: min-content;
    }
    .lead > * {
      grid-column: 2;
    }
    .lead > :first-child {
      grid-column: 1;
      grid-row: 1 / span 99;
    }
    .lead > :nth-child(2) .face {
      border-top: 0;
      padding-top: 0;
    }
  }
  .rows .face,
  .lead > :not(:first-child) .face,
  .timeline .face {
    row-gap: 0;
  }
  .rows .face > *,
  .lead > :not(:first-child) .face > *,
  .timeline .face > * {
    margin-bottom: 5px;
  }
  .strip {
    grid-auto-flow: column;
    grid-auto-columns: min(82%, var(--least));
    gap: var(--gap);
    overflow-x: auto;
    scroll-snap-type: x proximity;
    padding-bottom: 10px;
  }
  .strip > li {
    scroll-snap-align: start;
    min-width: 0;
  }
  .letters {
    list-style: none;
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    margin: 0 0 18px;
    padding: 0;
  }
  .letters a {
    display: grid;
    place-items: center;
    min-width: 32px;
    height: 32px;
    border: 1px solid var(--rule);
    border-radius: var(--corner);
    font: 600 15px/1 var(--headings);
    text-decoration: none;
  }
  .letters a:hover {
    border-color: var(--accent);
  }
  .index .names {
    columns: var(--most, 4) 210px;
    column-gap: calc(var(--space) * 1.4);
  }
  .index .names > section {
    scroll-margin-top: 16px;
    padding-bottom: 18px;
  }
  .index .letter {
    font: 600 var(--h3)/1.2 var(--headings);
    color: var(--accent);
    margin: 0 0 6px;
    border-bottom: 1px solid var(--rule);
    break-after: avoid;
  }
  .index .names ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .index .names li {
    break-inside: avoid;
    padding: 4px 0;
  }
  .index.airy .names li {
    padding: 9px 0;
  }
  .index.dense .names li {
    padding: 1px 0;
  }
  .index .names .heading {
    font:
      500 16px/22px 'Hanken Grotesk',
      sans-serif;
    margin: 0;
  }
  .index .names .kicker {
    font:
      400 13px/18px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
    margin: 0;
  }
  .table {
    width: 100%;
    border-collapse: collapse;
    font:
      400 15px/22px 'Hanken Grotesk',
      sans-serif;
  }
  .table th,
  .table td {
    text-align: left;
    vertical-align: top;
    padding: 10px 16px 10px 0;
    border-bottom: 1px solid var(--rule);
    font-weight: 400;
  }
  .table.airy th,
  .table.airy td {
    padding-block: 16px;
  }
  .table.dense th,
  .table.dense td {
    padding-block: 5px;
  }
  .table thead th {
    font-weight: 600;
    font-size: 13.5px;
    color: var(--soft);
    border-bottom: 2px solid var(--rule);
  }
  .table .face .heading {
    font: 600 16px/22px var(--headings);
  }
  .table .face .summary {
    font: inherit;
  }
  .table .face .shows {
    width: 96px;
  }
  .table .figures dt {
    position: absolute;
    clip-path: inset(50%);
  }
  @container (max-width: 559px) {
    .table thead {
      display: none;
    }
    .table tr {
      display: block;
      padding: 12px 0;
      border-bottom: 1px solid var(--rule);
    }
    .table tbody th,
    .table tbody td {
      display: block;
      border: 0;
      padding: 2px 0;
    }
    .table td:empty {
      display: none;
    }
    .table td::before {
      content: attr(data-label);
      display: block;
      font-size: 13px;
      color: var(--soft);
    }
  }
  .timeline,
  .timeline .days {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .timeline .month {
    font: 600 var(--h3)/1.25 var(--headings);
    margin: 0 0 10px;
  }
  .timeline .days {
    border-left: 2px solid var(--rule);
    margin: 0 0 calc(var(--space) * 1.2) 6px;
  }
  .timeline .days > li {
    position: relative;
    padding: 0 0 var(--gap) 24px;
  }
  .timeline .days > li::before {
    content: '';
    position: absolute;
    left: -7px;
    top: 6px;
    width: 12px;
    height: 12px;
    border-radius: 50%;
    border: 2px solid var(--accent);
    background: var(--paper);
  }
  .timeline .days > li:last-child {
    padding-bottom: 4px;
  }
  .timeline .face .shows {
    max-width: 280px;
  }
  @container (min-width: 620px) {
    .timeline .face {
      display: grid;
      grid-template-columns: 10em minmax(0, 1fr);
      gap: 0 24px;
      align-content: start;
    }
    .timeline .face > * {
      grid-column: 2;
    }
    .timeline .face > .date {
      grid-column: 1;
      grid-row: 1 / span 12;
    }
    .timeline .face:has(> .shows) {
      grid-template-columns: 10em minmax(0, 1fr) 200px;
    }
    .timeline.dense .face:has(> .shows) {
      grid-template-columns: 10em minmax(0, 1fr) 120px;
    }
    .timeline .face > .shows {
      grid-column: 3;
      grid-row: 1 / span 12;
    }
  }
  .gallery {
    --least: 190px;
    --gap: calc(var(--space) * 0.5);
    ${fitting}
  }
  .gallery.airy {
    --least: 260px;
    --gap: var(--space);
  }
  .gallery.dense {
    --least: 120px;
    --gap: 4px;
  }
  .gallery > li {
    min-width: 0;
  }
  .gallery .opens {
    all: unset;
    display: block;
    cursor: zoom-in;
    width: 100%;
  }
  .gallery .opens:focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: 3px;
  }
  .gallery .opens figcaption {
    display: none;
  }
  .gallery .shows .picture img {
    width: 100%;
  }
  .gallery .name {
    margin: 4px 0 0;
    font:
      500 14px/19px 'Hanken Grotesk',
      sans-serif;
  }
  .gallery .told {
    background: var(--sheet);
    padding: 12px;
    border-radius: var(--corner);
  }
  .large {
    border: 0;
    padding: 20px;
    margin: auto;
    background: var(--sheet);
    color: var(--ink);
    border-radius: var(--corner);
    width: min(92vw, 880px);
    max-height: 92vh;
    overflow-y: auto;
    box-shadow: 0 24px 80px rgb(0 0 0 / 0.4);
  }
  .large::backdrop {
    background: rgb(10 16 16 / 0.72);
  }
  .large .picture img {
    max-height: 62vh;
    object-fit: contain;
    background: var(--paper);
  }
  .large .face {
    padding-top: 12px;
  }
  .ways {
    display: flex;
    gap: 8px;
    justify-content: flex-end;
    margin: 14px 0 0;
  }
  .ways button,
  .turns button {
    font:
      500 14px/20px 'Hanken Grotesk',
      sans-serif;
    color: var(--ink);
    background: none;
    border: 1px solid var(--soft);
    border-radius: var(--corner);
    padding: 5px 12px;
    cursor: pointer;
  }
  .ways button:hover,
  .turns button:hover {
    border-color: var(--accent);
    color: var(--accent);
  }
  .slideshow {
    min-width: 0;
  }
  .slideshow > ul {
    list-style: none;
    margin: 12px 0 0;
    padding: 0 0 10px;
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: min(88%, 640px);
    gap: var(--space);
    overflow-x: auto;
    scroll-snap-type: x mandatory;
  }
  .slideshow > ul > li {
    scroll-snap-align: start;
    min-width: 0;
    background: var(--sheet);
    padding: 18px;
    border-radius: var(--corner);
  }
  .turns {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px;
  }
  .turns a {
    display: grid;
    place-items: center;
    min-width: 28px;
    height: 28px;
    border: 1px solid var(--rule);
    border-radius: 14px;
    text-decoration: none;
    font:
      500 13px/1 'Hanken Grotesk',
      sans-serif;
  }
  .turns .place {
    font:
      500 14px/20px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
    font-variant-numeric: tabular-nums;
  }
  .facets {
    display: grid;
    gap: 10px 24px;
    padding: 0 0 calc(var(--space) * 1);
    grid-template-columns: auto minmax(0, 1fr);
    align-items: baseline;
    font:
      400 15px/22px 'Hanken Grotesk',
      sans-serif;
  }
  .facets > div {
    display: grid;
    grid-template-columns: subgrid;
    grid-column: 1 / -1;
    align-items: baseline;
  }
  .facet {
    color: var(--soft);
  }
  .facets ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 6px;
  }
  .facets li a {
    display: inline-flex;
    align-items: baseline;
    min-height: 26px;
    padding: 1px 9px;
    border: 1px solid var(--rule);
    border-radius: var(--corner);
    text-decoration: none;
    color: var(--ink);
  }
  .facets li a:hover {
    border-color: var(--accent);
    color: var(--accent);
  }
  .facets li a[aria-current] {
    background: var(--accent);
    border-color: var(--accent);
    color: var(--on-accent);
  }
  .facets li a[aria-current] .count {
    color: inherit;
  }
  .facets .deeper::before {
    content: '\\203A';
    margin-right: 6px;
    color: var(--soft);
  }
  .facets .count {
    margin-left: 7px;
    font-size: 13.5px;
  }
  .chosen-facets {
    grid-column: 1 / -1;
    margin: 2px 0 0;
    color: var(--soft);
  }
  @container (max-width: 480px) {
    .facets {
      grid-template-columns: minmax(0, 1fr);
      gap: 4px;
    }
    .facets > div {
      padding-bottom: 8px;
    }
  }
  .feeds {
    margin: 0;
    padding-top: 14px;
    font:
      400 14px/20px 'Hanken Grotesk',
      sans-serif;
    color: var(--soft);
  }
  .full-list {
    margin: 0;
    padding-top: calc(var(--space) * 0.75);
    font:
      500 15px/22px 'Hanken Grotesk',
      sans-serif;
  }
  .results {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 14px;
    padding-top: calc(var(--space) * 1.2);
    font:
      500 15px/22px 'Hanken Grotesk',
      sans-serif;
  }
  .results ol {
    list-style: none;
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    margin: 0;
    padding: 0;
  }
  .results li {
    min-width: 34px;
    text-align: center;
    line-height: 34px;
  }
  .results li a {
    display: block;
    border: 1px solid var(--rule);
    border-radius: var(--corner);
    text-decoration: none;
    line-height: 32px;
    padding: 0 6px;
    font-variant-numeric: tabular-nums;
  }
  .results li a:hover {
    border-color: var(--accent);
  }
  .results li a[aria-current] {
    background: var(--accent);
    border-color: var(--accent);
    color: var(--on-accent);
  }
`;
