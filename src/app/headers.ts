/**
 * What a page may load and run: scripts that carry the answer's own word, and nothing from anywhere else. Styles are written
 * into the page by the styling library; no script can be.
 */
export const pagePolicy = (nonce: string): string =>
  [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ');

/** What every answer carries, pages and files alike. */
export const EVERY_ANSWER = [
  { key: 'x-content-type-options', value: 'nosniff' },
  { key: 'referrer-policy', value: 'no-referrer' },
  { key: 'x-frame-options', value: 'DENY' },
  { key: 'cross-origin-opener-policy', value: 'same-origin' },
  { key: 'cross-origin-resource-policy', value: 'same-origin' },
];

/** What is no page runs nothing at all. */
export const DOOR_POLICY = "default-src 'none'; frame-ancestors 'none'";
