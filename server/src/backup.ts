import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { Backups } from './store/backups';
import { StoreFault } from './store/store-fault';

// npm run backup [-- --passphrase-file FILE]: the shop's file into RIGGER_BACKUPS (var/backups), while a server runs or not
const REFUSED = 2;
const fromHere = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const database = process.env.RIGGER_DB ?? fromHere('../../var/rigger.sqlite');
const folder = process.env.RIGGER_BACKUPS ?? fromHere('../../var/backups');
const at = process.argv.indexOf('--passphrase-file');
const passphraseFile = at < 0 ? null : process.argv[at + 1];
try {
  if (!existsSync(database)) throw new Error(`There is no shop at ${database}: set RIGGER_DB.`);
  if (passphraseFile === undefined) throw new Error('Say which file holds the passphrase.');
  const passphrase = passphraseFile === null ? '' : (await readFile(passphraseFile, 'utf8')).trim();
  const made = await new Backups(database, folder).make(passphrase);
  console.log(
    `${folder}/${made.name}: ${(made.bytes / 1e6).toFixed(1)} MB, checked${made.sealed ? ', sealed' : ''}.`,
  );
} catch (error) {
  console.error(error instanceof StoreFault || error instanceof Error ? error.message : error);
  process.exitCode = REFUSED;
}
