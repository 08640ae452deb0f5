import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Backup, RestorePreview } from '@rigger/contracts';
import { formatDecimal } from '@rigger/core';
import { dayAndTime, plural, type Headline } from '@rigger/wording';
import { firstValueFrom } from 'rxjs';
import { Api, failureText, type CallFailure } from '../../data/api';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { TopBar } from '../../ui/top-bar';
import { ShopSections } from './shop-sections';

interface Looked {
  readonly backup: Backup;
  readonly preview: RestorePreview;
}

const KIND_WORDS: Readonly<Record<Backup['kind'], string>> = {
  'by-hand': 'by hand',
  'by-clock': 'by the clock',
  'before-restore': 'before a restore',
};
const shutText = (photos: number): string =>
  photos === 0
    ? ''
    : ` ${plural(photos, 'photograph')} stayed away: sealed under another passphrase. Put it back once more with that one.`;

/** Backups of the shop: made now, looked into, and put back once a person has seen what that changes. */
@Component({
  selector: 'app-backups',
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    TopBar,
    HeadlineBlock,
    ShopSections,
  ],
  templateUrl: './backups-view.html',
  styleUrl: './catalogue-view.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BackupsView {
  private readonly api = inject(Api);
  private readonly shop = inject(Shop);
  protected readonly kinds = KIND_WORDS;
  protected readonly backups = signal<readonly Backup[] | null>(null);
  protected readonly passphrase = new FormControl('', { nonNullable: true });
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly done = signal<string | null>(null);
  protected readonly looked = signal<Looked | null>(null);

  protected readonly headline = computed<Headline>(() => {
    const all = this.backups();
    if (!all) return { sentence: 'Reading the backups …', consequence: '' };
    const [newest] = all;
    return newest
      ? {
          sentence: `The last backup is of ${this.when(newest)}.`,
          consequence: `${plural(all.length, 'backup')} kept; each was checked when it was made. Copy one to another machine now and then.`,
        }
      : {
          sentence: 'There is no backup yet.',
          consequence: 'One is made every day by itself while the server runs; the first can be made now.',
        };
  });

  constructor() {
    this.shop.load();
    void this.load();
  }
  private async load(): Promise<void> {
    await this.tried(async () => {
      this.backups.set(await firstValueFrom(this.api.backups()));
    });
  }
  protected async make(): Promise<void> {
    await this.tried(async () => {
      const made = await firstValueFrom(this.api.makeBackup(this.passphrase.value));
      this.done.set(
        `Made and checked: ${made.name}${made.sealed ? '. Keep its passphrase: without it nobody can open it, we neither' : ''}.`,
      );
      this.backups.set(await firstValueFrom(this.api.backups()));
    });
  }
  protected async look(backup: Backup): Promise<void> {
    this.looked.set(null);
    await this.tried(async () => {
      const preview = await firstValueFrom(this.api.previewBackup(backup.name, this.passphrase.value));
      this.looked.set({ backup, preview });
    });
  }
  protected async restore(): Promise<void> {
    const l = this.looked();
    if (!l) return;
    await this.tried(async () => {
      const { before, photosShut } = await firstValueFrom(
        this.api.restoreBackup(l.backup.name, this.passphrase.value),
      );
      this.looked.set(null);
      this.done.set(`Put back. What was there before is kept as ${before.name}.${shutText(photosShut)}`);
      this.backups.set(await firstValueFrom(this.api.backups()));
      this.shop.renewed(await firstValueFrom(this.api.states()));
    });
  }
  protected leave(): void {
    this.looked.set(null);
  }
  private async tried(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.problem.set(null);
    this.done.set(null);
    try {
      await work();
    } catch (f) {
      this.problem.set(failureText(f as CallFailure));
    } finally {
      this.busy.set(false);
    }
  }
  protected readonly when = (b: Backup) => dayAndTime(b.at);
  protected readonly size = (b: Backup) => `${formatDecimal(b.bytes / 1e6, 1)} MB`;
  protected readonly jobs = (numbers: readonly number[]) =>
    numbers.length === 0 ? 'none' : numbers.join(', ');
}
