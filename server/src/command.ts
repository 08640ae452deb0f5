import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';

// what a shop's program writes is read by nobody but who runs it, from its first byte
process.umask(0o077);

const fromHere = (path: string) => fileURLToPath(new URL(path, import.meta.url));
/** The shop's file, and where its backups lie. */
export const DATABASE = process.env.RIGGER_DB ?? fromHere('../../var/rigger.sqlite');
export const BACKUPS = process.env.RIGGER_BACKUPS ?? fromHere('../../var/backups');
/** exit code of a command that was asked for something it cannot do, and said what */
export const REFUSED = 2;

/** Says why nothing was done, and ends. */
export function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(REFUSED);
}
/** Arguments of a command: words, options, and the passphrase from the file that `--passphrase-file` names. */
export async function readArguments(argv: readonly string[]): Promise<{
  readonly words: readonly string[];
  readonly has: (option: string) => boolean;
  readonly passphrase: string;
}> {
  const rest = [...argv];
  const at = rest.indexOf('--passphrase-file');
  const [, file] = at < 0 ? [] : rest.splice(at, 2);
  if (at >= 0 && file === undefined) refuse('Say which file holds the passphrase.');
  return {
    words: rest.filter((a) => !a.startsWith('--')),
    has: (option) => rest.includes(option),
    passphrase: file === undefined ? '' : (await readFile(file, 'utf8')).trim(),
  };
}
/** Does the work of a command; a fault is said in words, not as a stack. */
export async function run(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    refuse(error instanceof Error ? error.message : String(error));
  }
}
