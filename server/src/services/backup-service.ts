import type { Backup, Restored, RestorePreview } from '@rigger/contracts';
import { AppError } from '../errors';
import { previewRestore, restoreFrom, type Backups, type Read } from '../store/backups';
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
        await this.backups.photos.backUp(this.backups.folder, passphrase);
        const before = await restoreFrom(stores.db, file, () =>
          this.backups.copy(passphrase, 'before-restore'),
        );
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
      const [newest] = (await this.list()).filter((b) => b.kind === 'by-clock');
      const age = newest ? Date.now() - Date.parse(newest.at) : Infinity;
      // one that is dated after now was made before the clock was set back
      if (age >= hours * HOUR_MS || age < 0) await this.backups.make('', 'by-clock');
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
