import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MOST_PHOTOS } from '@rigger/contracts';
import { lower } from '@rigger/wording';
import { firstValueFrom } from 'rxjs';
import { Api, type CallFailure } from '../data/api';
import { JobStore } from '../data/job-store';
import { PhotoDialog } from './photo-dialog';
import { scaledPhoto } from './scaled-photo';

/** Photographs of one thing: small ones in a row, from the camera of the device or its files. One that did not arrive is kept
 *  and sent again on wish. */
@Component({
  selector: 'app-photo-strip',
  imports: [MatButtonModule],
  template: `
    @for (id of of(); track id) {
      <button type="button" class="photo" (click)="show(id, $index)" [attr.aria-label]="nameOf($index)">
        <img [src]="'/api/photos/' + id + '/small'" alt="" loading="lazy" (error)="lost(id)" />
        @if (missing().has(id)) {
          <span class="small">not here</span>
        }
      </button>
    }
    @if (sending() > 0) {
      <span class="small" role="status"
        >Sending {{ sending() === 1 ? 'a photo' : sending() + ' photos' }} …</span
      >
    } @else if (of().length < most) {
      <button
        matButton
        type="button"
        (click)="chooser().nativeElement.click()"
        [attr.aria-label]="'Photo of ' + thing()"
      >
        photo
      </button>
    }
    @for (f of failed(); track f) {
      <span class="need" role="alert">{{ f.says }}</span>
      @if (f.again) {
        <button matButton type="button" (click)="again(f)">Send again</button>
      }
      <button matButton type="button" (click)="forget(f)">Drop it</button>
    }
    <input
      #picker
      type="file"
      accept="image/*"
      capture="environment"
      multiple
      hidden
      [attr.aria-label]="'Photo of ' + thing()"
      (change)="picked($event)"
    />
  `,
  styleUrl: './photo-strip.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PhotoStrip {
  /** ids of photographs */
  readonly of = input.required<readonly string[]>();
  /** what is on them, such as "lower ball joint, left front" */
  readonly what = input.required<string>();
  readonly added = output<string>();
  readonly removed = output<string>();

  private readonly api = inject(Api);
  private readonly store = inject(JobStore);
  private readonly dialogs = inject(MatDialog);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly chooser = viewChild.required<ElementRef<HTMLInputElement>>('picker');
  protected readonly most = MOST_PHOTOS;
  protected readonly sending = signal(0);
  protected readonly failed = signal<readonly Failed[]>([]);
  protected readonly missing = signal<ReadonlySet<string>>(new Set());
  protected readonly thing = computed(() => lower(this.what()));
  private readonly room = computed(() => this.most - this.of().length);
  protected readonly nameOf = (i: number) => `Photo ${i + 1} of ${this.thing()}`;

  protected picked(event: Event): void {
    const input = event.target as HTMLInputElement;
    const files = [...(input.files ?? [])].slice(0, this.room());
    input.value = ''; // the same one may be picked again
    for (const file of files) void this.send(file);
  }
  private async send(file: Blob): Promise<void> {
    const job = this.store.id();
    if (job === null) return;
    this.sending.update((n) => n + 1);
    try {
      const { id } = await firstValueFrom(this.api.photo(job, await scaledPhoto(file)));
      this.added.emit(id);
    } catch (error) {
      const f = error as CallFailure;
      const again = f.kind === 'no-answer' || f.error.code === 'too-busy';
      const says = again ? 'The photo did not arrive; it waits here.' : f.error.message;
      this.failed.update((all) => [...all, { file, says, again }]);
    } finally {
      this.sending.update((n) => n - 1);
    }
  }
  protected again(f: Failed): void {
    this.forget(f);
    void this.send(f.file);
  }
  protected forget(f: Failed): void {
    this.failed.update((all) => all.filter((x) => x !== f));
  }
  protected lost(id: string): void {
    this.missing.update((all) => new Set([...all, id]));
  }
  protected async show(id: string, i: number): Promise<void> {
    const open = this.dialogs.open<PhotoDialog, unknown, boolean>(PhotoDialog, {
      data: { id, name: this.nameOf(i) },
      maxWidth: '92vw',
    });
    if (!(await firstValueFrom(open.afterClosed()))) return;
    this.removed.emit(id);
    // the button that had the focus is gone
    setTimeout(() => this.host.nativeElement.querySelector('button')?.focus());
  }
}
interface Failed {
  readonly file: Blob;
  readonly says: string;
  readonly again: boolean;
}
