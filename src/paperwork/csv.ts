import Papa from 'papaparse';

/** What a spreadsheet would run, or an entry that begins with a blank it passes over. */
const FORMULA = /^[=+\-@\t\r]/;
const AFTER_SEMICOLON = /;(\s*)(?=[=+\-@])/g;

/**
 * Writes rows as CSV (RFC 4180), UTF-8 with a mark so that spreadsheets read it rightly. A cell that a spreadsheet would run as a
 * formula gets an apostrophe before it; so does what would begin one for a reader that parts cells by semicolons.
 *
 * @example csv([['=1+1', 'a "b"']]) // '\uFEFF"\'=1+1","a ""b"""\r\n'
 */
export function csv(rows: readonly (readonly (string | number | null)[])[]): string {
  const text = Papa.unparse(
    rows.map((row) => row.map(guarded)),
    {
      escapeFormulae: FORMULA,
      // Other programs part cells there: quoted, it is one for most of them.
      quotes: (value: unknown) => typeof value === 'string' && value.includes(';'),
    },
  );
  return `\uFEFF${text}\r\n`;
}

const guarded = (value: string | number | null): string | number | null =>
  typeof value === 'string' ? value.replace(AFTER_SEMICOLON, ";$1'") : value;
