import { sqliteCode } from './db';
import { DamagedDocument } from './schema/documents';

const BY_CODE: readonly [RegExp, string][] = [
  [
    /^(SQLITE_FULL|ENOSPC|EDQUOT)/,
    'The disk is full: there is no room to write. Make room, and it goes on by itself.',
  ],
  [
    /^(SQLITE_READONLY|EROFS)/,
    'The studio’s folder cannot be written to: it is read-only. Make it writable, and it goes on by itself.',
  ],
  [
    /^(SQLITE_PERM|SQLITE_AUTH|EACCES|EPERM)/,
    'The studio’s folder may not be written to by whoever started Glassine. Give that right, and it goes on by itself.',
  ],
  [
    /^(SQLITE_BUSY|SQLITE_LOCKED)/,
    'Another program holds the studio’s database. Wait until it lets go, and try again.',
  ],
  [
    /^(SQLITE_CANTOPEN|ENOENT|ENOTDIR)/,
    'The studio’s database cannot be opened: its folder is missing, or may not be entered.',
  ],
  [
    /^(SQLITE_IOERR|EIO)/,
    'The disk did not read or write what was asked of it. Look after the disk; a backup may be wanted.',
  ],
  [
    /^SQLITE_(CORRUPT|NOTADB)/,
    'The studio’s database is damaged, or is none. Look at it with npm run check, and restore a backup.',
  ],
  [
    /^(EMFILE|ENFILE|ENOMEM|SQLITE_NOMEM)/,
    'This machine has run out of memory or open files. Close something, and try again.',
  ],
];

/** What of the machine, not of us, stood in the way, as a sentence; null where it is something else. */
export function plainCause(error: unknown): string | null {
  if (error instanceof DamagedDocument)
    return `${error.message} Look the studio over (npm run check): it names the row. A backup has it whole.`;
  const code = sqliteCode(error) ?? systemCode(error);
  if (!code) return /ENOSPC|database or disk is full/i.test(String(error)) ? BY_CODE[0]![1] : null;
  return BY_CODE.find(([pattern]) => pattern.test(code))?.[1] ?? null;
}

function systemCode(error: unknown): string | null {
  for (let e = error as { code?: unknown; cause?: unknown } | undefined; e; e = e.cause as typeof e) {
    if (typeof e.code === 'string' && /^E[A-Z]+$/.test(e.code)) return e.code;
  }
  return null;
}
