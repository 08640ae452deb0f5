import { fileURLToPath } from 'node:url';
import { BACKUPS, DATABASE, refuse } from './command';
import { start } from './start';
import { StoreFault } from './store/store-fault';

const LEVELS = ['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent'];
const MOST_PORT = 65_535;
const { PORT = '4300', LOG_LEVEL = 'warn', RIGGER_HOSTS, RIGGER_BACKUP_HOURS = '24' } = process.env;
const backupHours = Number(RIGGER_BACKUP_HOURS);
const port = Number(PORT);
if (PORT.trim() === '' || !Number.isInteger(port) || port < 0 || port > MOST_PORT)
  refuse(`PORT is ${PORT}: give a whole number from 0 to ${MOST_PORT} (0 takes a free one).`);
if (!LEVELS.includes(LOG_LEVEL)) refuse(`LOG_LEVEL is ${LOG_LEVEL}: give one of ${LEVELS.join(', ')}.`);
if (RIGGER_BACKUP_HOURS.trim() === '' || !(backupHours >= 0))
  refuse(`RIGGER_BACKUP_HOURS is ${RIGGER_BACKUP_HOURS}: give hours, or 0 for no backup by itself.`);

const running = await start({
  database: DATABASE,
  webRoot: fileURLToPath(new URL('../../web/dist/browser', import.meta.url)),
  port,
  backups: BACKUPS,
  backupHours,
  logLevel: LOG_LEVEL,
  hosts: RIGGER_HOSTS,
}).catch((error: unknown) => {
  const { code } = error as { code?: string };
  if (code === 'EADDRINUSE')
    refuse(`Port ${port} is taken: stop the other server, or set PORT to another number.`);
  if (code === 'EACCES')
    refuse(`Port ${port} may not be used by this user: set PORT to a number above 1023.`);
  if (error instanceof StoreFault) refuse(error.message);
  throw error;
});
let ending = false;
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    if (ending) return;
    ending = true;
    void running.stop().then(() => process.exit(0));
  });
// said last: whoever reads it may stop the server at once, and is answered by an orderly end
const { number } = running.shop.stores.catalogues.now;
console.log(
  `Apt Rigger serves ${running.address}${number === 0 ? ' (no catalogue yet: the start page says how to get one)' : ''}`,
);
