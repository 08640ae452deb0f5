/** What can be wrong with the shop's file, and what a person does about it. */
export const STORE_FAULTS = {
  'empty-file': {
    what: 'is empty: it holds not one byte.',
    wayOut: 'Restore a backup over it (npm run restore), or move it away to begin with an empty shop.',
  },
  'log-without-file': {
    what: 'is gone, but the log of its last writes lies beside it (its name with -wal at the end).',
    wayOut:
      'Put the file back, or restore a backup (npm run restore). To begin with an empty shop, move the log away.',
  },
  'not-a-database': {
    what: 'is no database, or its first page is damaged.',
    wayOut:
      'Check that RIGGER_DB names the right file. If it is the shop’s own, restore a backup (npm run restore).',
  },
  damaged: {
    what: 'is damaged.',
    wayOut: 'Keep a copy of it as it is, then restore the last good backup (npm run restore).',
  },
  'another-program': {
    what: 'belongs to another program: none of its tables is one of ours.',
    wayOut: 'Check that RIGGER_DB names the right file.',
  },
  'newer-version': {
    what: 'was written by a newer version of Apt Rigger.',
    wayOut: 'Start the newer version, or restore a backup made before it.',
  },
  'read-only': {
    what: 'cannot be written by this user.',
    wayOut: 'Give this user write access to the file and its folder, or start as the user who owns them.',
  },
  locked: {
    what: 'is held by another program and was not let go.',
    wayOut: 'End the other program (a second server, a copy under way), then start again.',
  },
  'disk-full': {
    what: 'cannot grow: the disk is full.',
    wayOut: 'Make room on the disk, then start again. Nothing that was acknowledged is lost.',
  },
  'cannot-open': {
    what: 'cannot be opened.',
    wayOut: 'Check that its folder exists and that this user may enter it.',
  },
} as const;
export type StoreFaultCode = keyof typeof STORE_FAULTS;

/** The shop's file cannot be used; nothing in it was changed. */
export class StoreFault extends Error {
  constructor(
    readonly code: StoreFaultCode,
    file: string,
    readonly detail = '',
  ) {
    const { what, wayOut } = STORE_FAULTS[code];
    super(`The database ${file} ${what}${detail === '' ? '' : ` (${detail})`}\n${wayOut}`);
  }
}

/** SQLite's own code of an error, or null when it came from elsewhere. */
export function sqliteCode(error: unknown): string | null {
  const code = (error as { code?: unknown } | null)?.code;
  return typeof code === 'string' && code.startsWith('SQLITE_') ? code : null;
}
/** The system's own code of an error, such as ENOSPC; null when it came from elsewhere. */
export function systemCode(error: unknown): string | null {
  const { code } = (error ?? {}) as { code?: unknown };
  return typeof code === 'string' && /^E[A-Z]+$/.test(code) ? code : null;
}
const BY_SQLITE: readonly (readonly [string, StoreFaultCode])[] = [
  ['SQLITE_NOTADB', 'not-a-database'],
  ['SQLITE_CORRUPT', 'damaged'],
  ['SQLITE_READONLY', 'read-only'],
  ['SQLITE_PERM', 'read-only'],
  ['SQLITE_BUSY', 'locked'],
  ['SQLITE_LOCKED', 'locked'],
  ['SQLITE_FULL', 'disk-full'],
  ['SQLITE_CANTOPEN', 'cannot-open'],
  ['SQLITE_IOERR', 'disk-full'],
];
/** The fault behind an error of SQLite, or null for an error of the program. */
export function storeFaultOf(error: unknown): StoreFaultCode | null {
  const code = sqliteCode(error);
  return BY_SQLITE.find(([begins]) => code?.startsWith(begins))?.[1] ?? null;
}
