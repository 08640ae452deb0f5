import { existsSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { ImportPreview } from '@rigger/contracts';
import { importWorld, previewImport } from './services/import-world';
import { filesOf } from './services/read-folder';
import { openShop } from './services/shop';
import { StoreFault } from './store/store-fault';

// npm run import -- FOLDER [--preview] [--unless-own]: a world from a folder into the shop's file, whether a server runs on it
// or not. --unless-own leaves a catalogue alone that came from another folder.
const folder = process.argv.slice(2).find((a) => !a.startsWith('--'));
const REFUSED = 2;
if (folder === undefined || !existsSync(folder)) {
  console.error(
    folder === undefined
      ? 'Say which folder: npm run import -- FOLDER [--preview]'
      : `There is no folder ${folder}.`,
  );
  process.exit(REFUSED);
}
const database = process.env.RIGGER_DB ?? fileURLToPath(new URL('../../var/rigger.sqlite', import.meta.url));
const MOST_NAMED = 20;

function tell({ items, settings, jobs }: ImportPreview): void {
  for (const does of ['comes', 'changes', 'goes'] as const) {
    const of = items.filter((i) => i.does === does);
    if (of.length === 0) continue;
    const named = of.slice(0, MOST_NAMED).map((i) => `${i.kind} ${i.code}`);
    console.log(`${of.length} ${does}: ${named.join(', ')}${of.length > MOST_NAMED ? ', …' : ''}`);
  }
  if (items.length === 0) console.log('The catalogue is the same already.');
  console.log(
    settings === 'comes' ? 'Settings come with it.' : 'Settings stay as they are.',
    jobs.length > 0 ? `Jobs that come: ${jobs.join(', ')}.` : 'No job comes.',
  );
}
try {
  const shop = await openShop(database);
  const [newest] = await shop.stores.catalogue.imports();
  if (process.argv.includes('--unless-own') && newest && newest.origin !== basename(resolve(folder))) {
    console.log(`The catalogue stays: it came from ${newest.origin}.`);
    await shop.close();
    process.exit(0);
  }
  const files = filesOf(folder);
  const done = process.argv.includes('--preview')
    ? await previewImport(shop.stores, files)
    : await importWorld(shop.stores, files, {
        origin: basename(resolve(folder)),
        author: process.env.RIGGER_AUTHOR ?? '',
        today: new Date(),
      });
  await shop.close();
  if (done.faults.length > 0) {
    console.error('Nothing was taken in:');
    for (const f of done.faults) console.error(`  ${f.file}: ${f.path} ${f.message}`);
    process.exitCode = 1;
  } else tell(done);
} catch (error) {
  if (!(error instanceof StoreFault)) throw error;
  console.error(error.message);
  process.exitCode = REFUSED;
}
