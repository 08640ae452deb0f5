import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuilt, ensureInstalled, root } from './bootstrap.mjs';

// npm run import | backup | restore -- …: a command of the built server on the shop's file
ensureInstalled();
ensureBuilt();
const [command] = process.argv.splice(2, 1);
await import(pathToFileURL(path.join(root, `server/dist/${command}.js`)).href);
