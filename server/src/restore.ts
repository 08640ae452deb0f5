import { existsSync, renameSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { plural } from '@rigger/wording';
import { BACKUPS, DATABASE, readArguments, refuse, run } from './command';
import { Backups, previewRestore, type BackupFault } from './store/backups';
import { closeStore, openStore } from './store/open-store';
import { StoreFault, type StoreFaultCode } from './store/store-fault';

// npm run restore -- FILE [--yes] [--passphrase-file FILE]: says what it would change; with --yes it does it, after a backup of
// what is there. A server that runs on the file goes on with what was put back.
const WORDS: Readonly<Record<BackupFault, string>> = {
  'not-there': 'There is no such file.',
  'passphrase-wanted': 'It is sealed: give its passphrase with --passphrase-file FILE.',
  'passphrase-wrong': 'The passphrase is not the one, or the file was changed.',
  unreadable: 'It is no backup that this version can read.',
};
/** faults that a backup in its place would not mend */
const NOT_OF_THE_FILE: readonly StoreFaultCode[] = ['locked', 'read-only', 'disk-full'];
const backups = new Backups(DATABASE, BACKUPS);
const ADD_YES = 'Nothing was changed. Add --yes to do it.';
const list = (jobs: readonly number[]) => (jobs.length === 0 ? 'none' : jobs.join(', '));

/** What is missing of the photographs, from beside the backups. */
async function bringPhotosBack(passphrase: string): Promise<void> {
  const shut = await backups.bringPhotosBack(passphrase);
  if (shut > 0) console.log(`${plural(shut, 'photograph')} stayed away: sealed under another passphrase.`);
}
async function restore(file: string, yes: boolean, passphrase: string): Promise<void> {
  const shop = existsSync(DATABASE) ? await openStore(DATABASE).catch(unusable) : null;
  if (shop === null || shop instanceof StoreFault) {
    console.log(
      shop?.message.split('\n')[0] ?? `There is no shop at ${DATABASE}: the backup would become it.`,
    );
    if (!yes) {
      console.log(ADD_YES);
      return;
    }
    // the log of a file that is gone goes too: it would be written into the backup
    const there = ['', '-wal', '-shm'].filter((end) => existsSync(DATABASE + end));
    if (there.length > 0) {
      const aside = `${DATABASE}.put-aside-${Date.now()}`;
      for (const end of there) renameSync(DATABASE + end, aside + end);
      console.log(`What was there is kept as ${aside}.`);
    }
    await copyFile(file, DATABASE);
    await bringPhotosBack(passphrase);
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
  if (yes) {
    const before = await backups.putBack(shop, file, '');
    await bringPhotosBack(passphrase);
    console.log(`Done. What was there before is ${BACKUPS}/${before.name}.`);
  } else console.log(ADD_YES);
  await closeStore(shop);
}
function unusable(error: unknown): StoreFault {
  if (error instanceof StoreFault && !NOT_OF_THE_FILE.includes(error.code)) return error;
  throw error;
}
await run(async () => {
  const { words, has, passphrase } = await readArguments(process.argv.slice(2));
  const [from] = words;
  if (from === undefined) refuse('Say which backup: npm run restore -- FILE [--yes]');
  const done = await backups.withFile(resolve(from), passphrase, (file) =>
    restore(file, has('--yes'), passphrase),
  );
  if (!done.ok) refuse(WORDS[done.fault]);
});
