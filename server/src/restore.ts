import { existsSync, renameSync } from 'node:fs';
import { copyFile, readFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Backups, previewRestore, restoreFrom, type BackupFault } from './store/backups';
import { closeStore, openStore } from './store/open-store';
import { StoreFault } from './store/store-fault';

// npm run restore -- FILE [--yes] [--passphrase-file FILE]: says what it would change; with --yes it does it, after a backup of
// what is there. A server that runs on the file goes on with what was put back.
const REFUSED = 2;
const fromHere = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const database = process.env.RIGGER_DB ?? fromHere('../../var/rigger.sqlite');
const folder = process.env.RIGGER_BACKUPS ?? fromHere('../../var/backups');
const args = process.argv.slice(2);
const at = args.indexOf('--passphrase-file');
const passphraseFile: string | null | undefined = at < 0 ? null : args.splice(at, 2)[1];
const yes = args.includes('--yes');
const from = args.find((a) => !a.startsWith('--'));
const WORDS: Readonly<Record<BackupFault, string>> = {
  'not-there': 'There is no such file.',
  'passphrase-wanted': 'It is sealed: give its passphrase with --passphrase-file FILE.',
  'passphrase-wrong': 'The passphrase is not the one, or the file was changed.',
  unreadable: 'It is no backup that this version can read.',
};
const list = (jobs: readonly number[]) => (jobs.length === 0 ? 'none' : jobs.join(', '));

async function restore(file: string): Promise<void> {
  let shop;
  try {
    shop = existsSync(database) ? await openStore(database) : null;
  } catch (error) {
    if (!(error instanceof StoreFault) || ['locked', 'read-only', 'disk-full'].includes(error.code))
      throw error;
    console.log(error.message.split('\n')[0]);
    if (!yes) {
      console.log('It would be put aside and the backup take its place. Add --yes to do it.');
      return;
    }
    const aside = `${database}.put-aside-${Date.now()}`;
    for (const end of ['', '-wal', '-shm'])
      if (existsSync(database + end)) renameSync(database + end, aside + end);
    console.log(`It is kept as ${aside}.`);
    shop = null;
  }
  if (!shop) {
    if (yes || !existsSync(database)) await copyFile(file, database);
    await (await openStore(database)).destroy();
    console.log('The backup is in its place.');
    return;
  }
  const p = await previewRestore(shop, file);
  console.log(
    [
      `Jobs that come back: ${list(p.comes)}`,
      `Jobs that go (they are not in the backup): ${list(p.goes)}`,
      `Jobs that go back to another state: ${list(p.changes)}`,
      `Jobs that stay as they are: ${p.same}`,
      `Catalogue: ${p.catalogue}. Settings: ${p.settings}.`,
    ].join('\n'),
  );
  if (!yes) console.log('Nothing was changed. Add --yes to do it.');
  else {
    const before = await new Backups(database, folder).make();
    await restoreFrom(shop, file);
    console.log(`Done. What was there before is ${folder}/${before.name}.`);
  }
  await closeStore(shop);
}
try {
  if (from === undefined) throw new Error('Say which backup: npm run restore -- FILE [--yes]');
  if (passphraseFile === undefined) throw new Error('Say which file holds the passphrase.');
  const passphrase = passphraseFile === null ? '' : (await readFile(passphraseFile, 'utf8')).trim();
  const done = await new Backups(database, folder).withFile(resolve(from), passphrase, restore);
  if (!done.ok) throw new Error(WORDS[done.fault]);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = REFUSED;
}
