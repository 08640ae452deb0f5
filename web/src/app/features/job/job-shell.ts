import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink, RouterOutlet } from '@angular/router';
import { entryAt, WORKED_IN, type WrittenSection } from '@rigger/core';
import {
  standingCases,
  changeText,
  clockTime,
  entryText,
  fieldText,
  ITEM_KIND_WORDS,
  SECTION_WORDS,
  lackText,
  length,
  plural,
  shortDay,
  variantWords,
} from '@rigger/wording';
import { firstValueFrom } from 'rxjs';
import { Commands } from '../../data/commands';
import { Fold } from '../../data/fold';
import { JobStore, type Conflict } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Live } from '../../data/live';
import { JOB_SECTIONS, linkOf, SECTION_KEYS } from '../../data/sections';
import { Shop } from '../../data/shop';
import { Theme } from '../../data/theme';
import { Why } from '../../data/why';
import { ElevationView } from '../../drawing/elevation-view';
import { RuledTape, type TapeMark } from '../../ui/ruled-tape';
import { SectionPages } from '../../ui/section-pages';
import { TopBar } from '../../ui/top-bar';
import { WhyPanel } from '../../ui/why-panel';

/** of one item; the rest is in the catalogue */
const MOST_FIELDS = 4;

/** One job: who and when on the bar, the elevation, the ruled tape of sections, the section, and Why beside it. */
@Component({
  selector: 'app-job-shell',
  imports: [
    MatButtonModule,
    RouterLink,
    RouterOutlet,
    TopBar,
    RuledTape,
    SectionPages,
    ElevationView,
    WhyPanel,
  ],
  templateUrl: './job-shell.html',
  styleUrl: './job-shell.scss',
  host: {
    '(window:focus)': 'store.refresh()',
    '(window:pagehide)': 'store.flush()',
    '(document:keydown.escape)': 'why.close()',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobShell {
  readonly id = input.required<string>();
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  protected readonly shop = inject(Shop);
  protected readonly why = inject(Why);
  protected readonly commands = inject(Commands);
  protected readonly fold = inject(Fold);
  protected readonly theme = inject(Theme);
  private readonly live = inject(Live);
  private readonly router = inject(Router);
  private readonly dialogs = inject(MatDialog);
  private readonly snacks = inject(MatSnackBar);

  /** the number to call, as a telephone takes it */
  protected readonly phone = computed(
    () => this.store.sections()?.head.phone.replaceAll(/[^\d+]/g, '') ?? '',
  );
  protected readonly here = computed(() => {
    const others = this.live.others();
    return others.length === 0 ? '' : `${others.join(', ')} ${others.length === 1 ? 'is' : 'are'} here too`;
  });
  protected readonly failure = computed(() => this.store.failure() ?? this.shop.failure());
  protected readonly vehicle = computed(() => {
    const a = this.view.assessment();
    const s = this.store.sections();
    if (!a?.vehicle || !s) return s?.vehicle.query ?? '';
    const v = a.vehicle;
    return [v.platform.label, v.year, ...variantWords(v).slice(0, 2)].filter(Boolean).join(' · ');
  });
  protected readonly changedHead = computed(
    () =>
      `${plural(this.store.changes().length, 'item')} of this job changed in the catalogue since it was computed.`,
  );
  protected readonly changes = computed(() =>
    this.store.changes().map((c) => ({
      what: `${ITEM_KIND_WORDS[c.kind].toLowerCase()} ${c.code}`,
      how: c.gone
        ? 'is no longer in it'
        : c.fields
            .slice(0, MOST_FIELDS)
            .map((f) => changeText(f.path, f.before, f.after, this.shop.style()))
            .join('; ') + (c.fields.length > MOST_FIELDS ? ' …' : ''),
    })),
  );
  protected readonly promise = computed(() => {
    const date = this.store.sections()?.head.promiseDate;
    return date ? `promise ${shortDay(date)}` : '';
  });
  protected readonly marks = computed<readonly TapeMark[]>(() =>
    JOB_SECTIONS.map(({ label, link, lacks, pages, workBegins }, i) => {
      const lack = this.view.lacks().find((l) => l.section === lacks);
      return {
        label,
        link,
        key: SECTION_KEYS[i] ?? '',
        lack: lack ? lackText(lack) : '',
        links: (pages ?? [{ link }]).map((p) => p.link),
        heavy: workBegins === true,
      };
    }),
  );
  protected readonly saved = computed(() => {
    switch (this.store.saveState()) {
      case 'saving':
        return 'saving …';
      case 'waiting':
        return 'server does not answer; kept here, trying again';
      case 'refused':
        return `not saved: ${this.store.refusal() ?? ''}`;
      case 'saved': {
        const at = this.store.savedAt();
        return at ? `saved ${clockTime(at)}` : '';
      }
    }
  });
  /** what stands beside the drawing: stance in words */
  protected readonly stance = computed(() => {
    const f = this.view.assessment()?.forecast;
    if (!f) return null;
    const style = this.shop.style();
    return {
      cases: standingCases(f, style),
      spare: f.heightSpareMm,
    };
  });
  protected readonly limitName = computed(() => {
    const s = this.store.sections();
    const spare = this.stance()?.spare;
    const written = s?.brief.heightLimitWhat ?? '';
    const what = written === '' ? 'limit' : written;
    if (!spare) return what;
    return `${length(Math.abs(spare.value), this.shop.style())} ${spare.value < 0 ? 'too high for' : 'to spare under'} ${what}`;
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.store.close();
    });
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.why.close();
        void this.store.open(id);
      });
    });
    effect(() => {
      const conflict = this.store.conflict();
      if (conflict) untracked(() => void this.ask(conflict));
    });
    effect(() => {
      const undone = this.store.undone();
      if (undone !== null)
        untracked(() => {
          this.sayUndone(undone);
        });
    });
    effect(() => {
      const note = this.store.merged();
      if (note !== null) untracked(() => this.snacks.open(note.text, undefined, { duration: 6000 }));
    });
  }
  /** What a step back or forth changed, with a way there when it is not on this screen. */
  private sayUndone({ how, place }: NonNullable<ReturnType<JobStore['undone']>>): void {
    const sections = this.store.sections();
    const [section, ...path] = place.split('.') as [WrittenSection, ...string[]];
    if (!sections) return;
    const link = linkOf(WORKED_IN[section]);
    const there = this.router.url.endsWith(`/${link}`);
    const value = entryAt(sections[section], path);
    // a step that changed several entries at once is told by its section
    const what =
      value === undefined
        ? SECTION_WORDS[section]
        : `${fieldText(section, path)} ${entryText(path, value, this.shop.style())}`;
    this.snacks
      .open(`${how}: ${what}`, there ? undefined : 'Show', { duration: 5000 })
      .onAction()
      .subscribe(() => void this.router.navigate(['/jobs', this.id(), link]));
  }
  private async ask(conflict: Conflict): Promise<void> {
    const { ConflictDialog } = await import('../../ui/conflict-dialog');
    const ref = this.dialogs.open<unknown, Conflict, 'mine' | 'theirs'>(ConflictDialog, {
      data: conflict,
      disableClose: true,
    });
    this.store.settle((await firstValueFrom(ref.afterClosed())) ?? 'mine');
  }
}
