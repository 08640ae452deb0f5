import type { Backup, Restored, RestorePreview } from '@rigger/contracts';
import { AppError } from '../errors';
import { isDue } from '../store/backup-ages';
import { previewRestore, type Backups, type Read } from '../store/backups';
import type { Shop } from './shop';

const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;
const LOOK_EVERY_MS = 10 * MINUTE_MS;

/** Backups of the shop that is open: made when asked for and on a schedule, looked into, and put back. */
export class BackupService {
  constructor(
    readonly backups: Backups,
    private readonly shop: Pick<Shop, 'stores'>,
  ) {}

  list(): Promise<Backup[]> {
    return this.backups.list();
  }
  make(passphrase: string): Promise<Backup> {
    return this.backups.make(passphrase);
  }
  async preview(name: string, passphrase: string): Promise<RestorePreview> {
    return read(
      await this.backups.with(name, passphrase, (file) => previewRestore(this.shop.stores.db, file)),
    );
  }
  /** Puts a backup back; what is there is backed up in the moment before it goes, so that nothing acknowledged is in neither. */
  async restore(name: string, passphrase: string): Promise<Restored> {
    const { stores } = this.shop;
    const restored = read(
      await this.backups.with(name, passphrase, async (file) => {
        const before = await this.backups.putBack(stores.db, file, passphrase);
        return { before, photosShut: await this.backups.bringPhotosBack(passphrase) };
      }),
    );
    await stores.catalogues.refresh();
    await stores.jobs.projectStale();
    return restored;
  }
  /** Makes one whenever the newest is older than this; gives back what ends it. */
  everyHours(hours: number, onFault: (error: unknown) => void): () => void {
    if (hours <= 0) return () => undefined;
    const look = async () => {
      const made = (await this.list()).filter((b) => b.kind === 'by-clock').map((b) => Date.parse(b.at));
      if (isDue(made, hours * HOUR_MS, Date.now())) await this.backups.make('', 'by-clock');
    };
    const timer = setInterval(() => void look().catch(onFault), LOOK_EVERY_MS);
    return () => {
      clearInterval(timer);
    };
  }
}
function read<T>(r: Read<T>): T {
  if (r.ok) return r.value;
  switch (r.fault) {
    case 'not-there':
      throw new AppError('backup-not-found');
    case 'passphrase-wanted':
    case 'passphrase-wrong':
      throw new AppError('backup-sealed');
    case 'unreadable':
      throw new AppError('backup-unreadable');
  }
}
