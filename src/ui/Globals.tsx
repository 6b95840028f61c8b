'use client';
import { createGlobalStyle } from 'styled-components';
import { narrow, t } from './tokens';

export const Globals = createGlobalStyle`
  *, *::before, *::after { box-sizing: border-box; }
  html { background: ${t.wall}; color: ${t.ink}; font: 13px/18px ${t.sans}; font-stretch: 96%; font-feature-settings: 'tnum', 'lnum'; -webkit-font-smoothing: antialiased; }
  body { margin: 0; min-height: 100vh; }
  h1, h2, h3, p, dl, dd, ol, ul, table, figure, fieldset { margin: 0; padding: 0; border: 0; font: inherit; }
  ul, ol { list-style: none; }
  a { color: inherit; text-decoration: none; }
  a:hover { text-decoration: underline; text-underline-offset: 3px; }
  /* A word that leads somewhere is seen to; a picture, a tab or a button that does says so by itself. */
  main a:not(:has(img, svg, canvas)) { text-decoration: underline dotted ${t.ink3}; text-underline-offset: 3px; }
  main a:not(:has(img, svg, canvas)):hover { text-decoration-style: solid; }
  button, input, select, textarea { font: inherit; color: inherit; font-feature-settings: inherit; }
  table { border-collapse: collapse; width: 100%; }
  th { font-weight: 400; text-align: left; color: ${t.ink3}; }
  strong, b { font-weight: 600; }
  :focus-visible, [data-focus-visible] { outline: 2px solid ${t.ink}; outline-offset: 2px; }
  ::selection { background: ${t.ink}; color: ${t.white}; }
  .visually-hidden { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
  @media (prefers-reduced-motion: reduce) { *, *::before, *::after { transition: none !important; animation: none !important; } }
  ${narrow} { html { font-size: 14px; line-height: 19px; } }
  /* Colours of the reader's own: drawings keep their paper under them, and what is chosen has an edge instead of a shade. */
  @media (forced-colors: active) {
    svg:not([stroke='currentColor']), canvas { forced-color-adjust: none; background: ${t.sheet}; }
    [data-lit], [aria-current], [data-selected], [data-over] { outline: 2px solid Highlight; outline-offset: -2px; }
    [data-disabled] { color: GrayText; }
  }
  @media print { html { background: #fff; } }
`;
