'use client';
import { GlobalStyles } from '@mui/material';
import type { ReactElement } from 'react';
import { dark, light, tokenProperties } from './tokens';

const styles = {
  ':root': { ...tokenProperties(light), colorScheme: 'light' },
  '[data-look="dark"]': { ...tokenProperties(dark), colorScheme: 'dark' },
  '*, *::before, *::after': { boxSizing: 'border-box' as const },
  html: { height: '100%' },
  body: {
    margin: 0,
    height: '100%',
    background: 'var(--paper)',
    color: 'var(--ink)',
    font: "400 14px/20px 'Hanken Grotesk', system-ui, sans-serif",
    WebkitFontSmoothing: 'antialiased' as const,
  },
  'h1, h2, h3, p, ul, ol, dl, dd, figure': { margin: 0 },
  'ul, ol': { padding: 0, listStyle: 'none' },
  a: { color: 'var(--verdigris)', textUnderlineOffset: '2px' },
  'button, input, select, textarea': { font: 'inherit', color: 'inherit' },
  ':focus-visible': { outline: '2px solid var(--verdigris)', outlineOffset: '2px' },
  kbd: {
    font: "500 11px/16px 'JetBrains Mono', monospace",
    border: '1px solid var(--rule)',
    borderRadius: 3,
    padding: '0 4px',
    color: 'var(--pencil)',
    background: 'var(--sheet)',
  },
  '@media (prefers-reduced-motion: reduce)': {
    '*, *::before, *::after': {
      animationDuration: '0.01ms !important',
      transitionDuration: '0.01ms !important',
    },
  },
};

/** What holds on every screen of the workspaces, before any component. */
export const BaseStyles = (): ReactElement => <GlobalStyles styles={styles} />;
