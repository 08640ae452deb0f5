import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { start } from './start';

const fromHere = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const database = process.env.RIGGER_DB ?? fromHere('../../var/rigger.sqlite');
if (database !== ':memory:') mkdirSync(dirname(database), { recursive: true });

const running = await start({
  database,
  demoDir: fromHere('../../demo'),
  webRoot: fromHere('../../web/dist/browser'),
  port: Number(process.env.PORT ?? 4300),
  logLevel: process.env.LOG_LEVEL ?? 'warn',
}).catch((error: unknown) => {
  const code = (error as { code?: string }).code;
  console.error(
    code === 'EADDRINUSE'
      ? `Port ${process.env.PORT ?? 4300} is taken: stop the other server, or set PORT to another number.`
      : error,
  );
  process.exit(1);
});
console.log(
  `Apt Rigger serves ${running.address} (${running.seeded === 'seeded' ? 'demo world seeded' : 'data kept'})`,
);

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => void running.stop().then(() => process.exit(0)));
