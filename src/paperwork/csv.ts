/**
 * Writes rows as CSV (RFC 4180), UTF-8 with a mark so that spreadsheets read it rightly. A cell that a spreadsheet would
 * run as a formula gets an apostrophe before it; so does what would begin one for a reader that parts cells by semicolons.
 *
 * @example csv([['=1+1', 'a "b"']]) // '\uFEFF\'=1+1,"a ""b"""\r\n'
 */
export function csv(rows: readonly (readonly (string | number | null)[])[]): string {
  return `\uFEFF${rows.map((r) => r.map(cell).join(',')).join('\r\n')}\r\n`;
}

function cell(value: string | number | null): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(value);
  const whole = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  const safe = whole.replace(/;(\s*)(?=[=+\-@])/g, ";$1'");
  return /[",;\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}
