import type { ImportPreview } from '@rigger/contracts';
import { existsSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import { DATABASE, readArguments, refuse, run } from './command';
import { importWorld, previewImport } from './services/import-world';
import { filesOf } from './services/read-folder';
import { openShop, type Shop } from './services/shop';

// npm run import -- FOLDER [--preview] [--unless-own]: a world from a folder into the shop's file, whether a server runs on it
// or not. --unless-own leaves a catalogue alone that came from another folder.
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
async function take(shop: Shop, folder: string, has: (option: string) => boolean): Promise<void> {
  const origin = basename(resolve(folder));
  const [newest] = await shop.stores.catalogue.imports();
  if (has('--unless-own') && newest && newest.origin !== origin) {
    console.log(`The catalogue stays: it came from ${newest.origin}.`);
    return;
  }
  const files = filesOf(folder);
  const as = { origin, author: process.env.RIGGER_AUTHOR ?? '', today: new Date() };
  const done = has('--preview')
    ? await previewImport(shop.stores, files)
    : await importWorld(shop.stores, files, as);
  if (done.faults.length > 0) {
    console.error('Nothing was taken in:');
    for (const f of done.faults) console.error(`  ${f.file}: ${f.path} ${f.message}`);
    process.exitCode = 1;
  } else tell(done);
}
await run(async () => {
  const { words, has } = await readArguments(process.argv.slice(2));
  const [folder] = words;
  if (folder === undefined) refuse('Say which folder: npm run import -- FOLDER [--preview]');
  if (!existsSync(folder)) refuse(`There is no folder ${folder}.`);
  const shop = await openShop(DATABASE);
  await take(shop, folder, has).finally(() => shop.close());
});
