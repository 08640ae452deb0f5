import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Revision } from '@rigger/contracts';
import { differences, type JobSections, type SectionName } from '@rigger/core';
import {
  clockTime,
  entryText,
  fieldText,
  REVISED_WORDS,
  SECTION_WORDS,
  shortDay,
  localDay,
} from '@rigger/wording';
import { catchError, filter, of, switchMap } from 'rxjs';
import { Api } from '../../data/api';
import { Device } from '../../data/device';
import { JobStore } from '../../data/job-store';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';

interface Changed {
  readonly field: string;
  readonly before: string;
  readonly after: string;
}

/** Who changed what and when; any earlier state can be read, set against today, and brought back. */
@Component({
  selector: 'app-history',
  imports: [ReactiveFormsModule, MatButtonModule, MatFormFieldModule, MatInputModule, HeadlineBlock],
  templateUrl: './history.html',
  styleUrl: './history.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HistoryView {
  private readonly api = inject(Api);
  protected readonly store = inject(JobStore);
  private readonly shop = inject(Shop);
  private readonly device = inject(Device);
  protected readonly sections = SECTION_WORDS;
  protected readonly why = REVISED_WORDS;
  protected readonly author = new FormControl(this.device.author(), { nonNullable: true });
  protected readonly chosen = signal<string | null>(null);
  protected readonly failed = signal(false);

  /** asked again whenever something was saved */
  private readonly asked = computed(() => ({ id: this.store.id(), at: this.store.savedAt() }));
  protected readonly revisions = toSignal(
    toObservable(this.asked).pipe(
      filter(({ id }) => id !== null),
      switchMap(({ id }) =>
        this.api.history(id ?? '').pipe(
          catchError(() => {
            this.failed.set(true);
            return of(null);
          }),
        ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly opened = toSignal(
    toObservable(this.chosen).pipe(
      switchMap((revision) =>
        revision === null
          ? of(null)
          : this.api.revision(this.store.id() ?? '', revision).pipe(catchError(() => of(null))),
      ),
    ),
    { initialValue: null },
  );
  protected readonly headline = computed(() => {
    const all = this.revisions() ?? [];
    const people = new Set(all.map((r) => r.author).filter(Boolean));
    const [last] = all;
    return {
      sentence: last
        ? `Last changed ${this.when(last)}${last.author ? ` by ${last.author}` : ''}: ${SECTION_WORDS[last.section]}.`
        : 'Nothing was changed yet.',
      consequence:
        people.size === 0
          ? 'Nobody has set a name on a device; set yours below, and your changes are told under it.'
          : 'Every state is kept; bringing one back is itself a change that can be undone.',
    };
  });
  protected readonly changed = computed<readonly Changed[]>(() => {
    const o = this.opened();
    return o ? this.say(o.revision.section, o.before, o.data) : [];
  });
  /** what bringing this state back would change today */
  protected readonly against = computed<readonly Changed[]>(() => {
    const [o, now] = [this.opened(), this.store.sections()];
    return o && now ? this.say(o.revision.section, now[o.revision.section], o.data) : [];
  });

  private say(section: SectionName, before: unknown, after: unknown): readonly Changed[] {
    const style = this.shop.style();
    return differences(before ?? {}, after ?? {}).map(({ path, before: b, after: a }) => ({
      field: fieldText(section, path),
      before: entryText(path, b, style),
      after: entryText(path, a, style),
    }));
  }
  protected when(r: Revision): string {
    const at = new Date(r.at);
    const day = localDay(at);
    return `${day === localDay(new Date()) ? 'today' : shortDay(day)} ${clockTime(at)}`;
  }
  protected open(r: Revision): void {
    this.chosen.update((id) => (id === r.id ? null : r.id));
  }
  protected bringBack(): void {
    const o = this.opened();
    if (!o) return;
    this.store.bringBack(o.revision.section, o.data as JobSections[SectionName]);
    this.chosen.set(null);
  }
  protected named(): void {
    this.device.use(this.author.value);
  }
}
