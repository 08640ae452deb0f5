import { ensureInstalled, npm, run } from './bootstrap.mjs';

ensureInstalled();
run(npm, ['run', 'build', '-w', '@rigger/server']); // the fonts of the printed sheet
// the server on 4300 by tsx, the web on 4200 by ng serve with /api passed on; both rebuild on change
run(npm, [
  'exec',
  '--',
  'concurrently',
  '--names',
  'server,web',
  '--kill-others',
  'tsx watch server/src/main.ts',
  'npm run start -w @rigger/web',
]);
