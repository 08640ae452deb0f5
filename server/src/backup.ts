import { existsSync } from 'node:fs';
import { BACKUPS, DATABASE, readArguments, refuse, run } from './command';
import { Backups } from './store/backups';

// npm run backup [-- --passphrase-file FILE]: the shop's file into RIGGER_BACKUPS (var/backups), while a server runs or not
await run(async () => {
  const { passphrase } = await readArguments(process.argv.slice(2));
  if (!existsSync(DATABASE)) refuse(`There is no shop at ${DATABASE}: set RIGGER_DB.`);
  const made = await new Backups(DATABASE, BACKUPS).make(passphrase);
  const size = `${(made.bytes / 1e6).toFixed(1)} MB`;
  console.log(`${BACKUPS}/${made.name}: ${size}, checked${made.sealed ? ', sealed' : ''}.`);
});
