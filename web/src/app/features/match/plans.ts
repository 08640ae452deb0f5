import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { MOST_ALTERNATIVES } from '@rigger/contracts';
import {
  AXLES,
  FIRST_VISITS,
  listed,
  lockKey,
  locksOf,
  LIFT_SOURCES,
  type Lock,
  type LockHow,
  type PlanPoint,
  type PlanReason,
  type ShownPoint,
  type SizeOfSeries,
  type StageWish,
  type WhyNot,
} from '@rigger/core';
import {
  bindsText,
  FAMILY_NAMES,
  FIRST_VISIT_WORDS,
  findingText,
  length,
  limitWords,
  lockText,
  losesText,
  money,
  moreText,
  plansHeadline,
  sizeText,
  stagesText,
  specialText,
  whoTakesIt,
  worthText,
} from '@rigger/wording';
import { ElevationView } from '../../drawing/elevation-view';
import { Arrival } from '../../data/arrival';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { AllPlans } from './all-plans';
import { madeOf, nameOf } from './catalogue-names';
import { LeaveOut } from './leave-out';
import { LiftBar, type LiftScale } from './lift-bar';
import type { Built } from '../../workers/plans-api';
import { planRows } from './plan-rows';
import { PlansModel } from './plans-model';
import { sameBuild } from './same-build';

interface Found {
  readonly kind: 'part' | 'kit';
  readonly code: string;
  readonly label: string;
}
const MOST_OFFERED = 12;
/** lifts of a few millimetres do not fill a bar */
const LEAST_SCALE_MM = 20;
/** Plans side by side, the picture of all of them, and why something is in none. */
@Component({
  selector: 'app-plans',
  imports: [
    AllPlans,
    ElevationView,
    FigureButton,
    HeadlineBlock,
    LeaveOut,
    LiftBar,
    MatAutocompleteModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    RouterLink,
  ],
  providers: [PlansModel],
  templateUrl: './plans.html',
  styleUrl: './plans.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlansView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  protected readonly shop = inject(Shop);
  protected readonly model = inject(PlansModel);
  private readonly arrival = inject(Arrival);

  protected readonly vehicle = computed(() => this.view.assessment()?.vehicle ?? null);
  protected readonly headline = computed(() =>
    plansHeadline(this.model.told(), !this.model.failed(), this.shop.style()),
  );
  /** families that are not among the few are opened on wish */
  protected readonly allKinds = signal(false);
  protected readonly onlyDifferences = signal(false);
  protected readonly beside = signal(false);
  protected readonly columns = computed(() => {
    const shown = this.model.told()?.shown ?? [];
    const brief = this.view.sections()?.brief;
    const chosen = this.chosenName();
    const found = shown
      .filter((p) => this.allKinds() || p.losesBy === null)
      .map((p) => ({
        p,
        name: FAMILY_NAMES[p.family],
        special: p.losesBy === null ? specialText(p) : losesText(p, this.shop.style()),
        made: this.madeOf(p),
        who: brief ? whoTakesIt(p, brief) : '',
        detail: this.model.details().get(p.name) ?? null,
        chosen: p.name === chosen,
        there: null as 'stands' | 'chosen' | null,
      }));
    const built = this.model.built();
    const there = (b: Built | null | undefined, which: 'stands' | 'chosen', name: string, special: string) =>
      b
        ? [
            {
              p: { ...b.point, name: which, special: [], losesBy: null },
              name,
              special,
              made: which === 'stands' ? '' : this.madeOf(b.point),
              who: '',
              detail: b.detail,
              chosen: false,
              there: which,
            },
          ]
        : [];
    return [
      ...found,
      ...(chosen === null ? there(built?.chosen, 'chosen', 'As chosen now', 'What stands in the job.') : []),
      ...(this.beside() ? there(built?.stands, 'stands', 'As it stands', 'Nothing done.') : []),
    ];
  });
  protected readonly others = computed(
    () => (this.model.told()?.shown ?? []).filter((p) => p.losesBy !== null).length,
  );
  /** the plan that the build of the job is; null where it is another */
  protected readonly chosenName = computed(() => {
    const s = this.view.sections();
    if (!s) return null;
    const found = [...(this.model.told()?.shown ?? []), ...(this.model.told()?.all ?? [])].find((p) =>
      sameBuild(p, { items: s.build.items, reliefs: s.tire.reliefs, tire: s.tire }),
    );
    return s.build.items.length + s.tire.reliefs.length === 0 ? null : (found?.name ?? null);
  });
  protected readonly rows = computed(() => {
    const rows = planRows(this.columns(), this.shop.catalogue(), this.shop.style());
    return this.onlyDifferences() ? rows.filter((r) => new Set(r.cells.map((c) => c.text)).size > 1) : rows;
  });

  /** what each end was wished to rise by, mm */
  protected readonly wished = computed(() => {
    const brief = this.view.sections()?.brief;
    return brief?.wish === 'height'
      ? { front: brief.frontTargetMm, rear: brief.rearTargetMm }
      : { front: null, rear: null };
  });
  /** one scale for both rows: the eye compares front with rear, and plan with plan */
  protected readonly scale = computed<LiftScale>(() => {
    const shown = this.columns().flatMap(({ detail: d }) =>
      d
        ? AXLES.flatMap((axle) => [
            (d.lift[axle]?.value ?? 0) + (d.lift[axle]?.plusMinus ?? 0),
            (d.lift[axle]?.value ?? 0) - (d.lift[axle]?.plusMinus ?? 0),
            d.claim[axle]?.value ?? 0,
          ])
        : [],
    );
    const all = [0, this.wished().front ?? 0, this.wished().rear ?? 0, ...shown];
    return { from: Math.min(...all), to: Math.max(LEAST_SCALE_MM, ...all) };
  });
  protected readonly axles = AXLES;

  protected readonly open = signal<string | null>(null);
  protected readonly reasons = signal<readonly PlanReason[] | null>(null);
  protected readonly opened = computed(() => this.columns().find((c) => c.p.name === this.open()) ?? null);
  protected readonly lines = computed(() => {
    const o = this.opened();
    const style = this.shop.style();
    if (!o) return [];
    const why = new Map((this.reasons() ?? []).map((r) => [r.thing, r]));
    const open = this.view.sections()?.tire.tireCode === null;
    const things: readonly (readonly [Lock['what'], string | null])[] = [
      ...o.p.parts.map((code) => ['part', code] as const),
      ...o.p.reliefs.map((r) => ['relief', r.relief] as const),
      // what the advisor has picked is no answer of the search
      ...(open
        ? ([
            ['tire', o.p.tire.tireCode],
            ['wheel', o.p.tire.wheelCode],
          ] as const)
        : []),
    ];
    return things.flatMap(([what, code]) => {
      if (code === null) return [];
      const r = why.get(code);
      const part = this.part(code);
      return [
        {
          what,
          code,
          name: this.nameOf(code) ?? code,
          source: part !== undefined && LIFT_SOURCES.includes(part.family),
          why: !r
            ? what === 'tire'
              ? 'of the wanted size'
              : ''
            : r.because === 'source'
              ? 'sets the height'
              : r.because === 'pinned'
                ? 'held fast by you'
                : r.needs.map((n) => this.say(n)).join(' ') || 'goes with the rest',
          cost: r ? money(r.costMinor, style) : '',
          pinned: this.lockOf(what, code) === 'pin',
        },
      ];
    });
  });
  protected readonly sizes = signal<{ readonly of: string; readonly list: readonly SizeOfSeries[] } | null>(
    null,
  );
  protected readonly sizeLines = computed(() =>
    (this.sizes()?.list ?? []).map((s) => ({ ...s, text: sizeText(s, this.shop.style()) })),
  );

  protected readonly locks = computed(() =>
    locksOf(this.view.sections()?.build.locks ?? {}).map((l) => ({
      lock: l,
      text: lockText(l, this.nameOf(l.which)),
    })),
  );
  protected readonly finder = new FormControl('', { nonNullable: true });
  private readonly sought = toSignal(this.finder.valueChanges, { initialValue: '' });
  protected readonly offers = computed<readonly Found[]>(() => {
    const catalogue = this.shop.catalogue();
    const text = this.sought().trim().toLowerCase();
    if (!catalogue || text.length < 2) return [];
    const words = text.split(/\s+/);
    const found = [
      ...catalogue.kits.map((k): Found => ({
        kind: 'kit',
        code: k.code,
        label: `${k.maker} ${k.name} (${k.code})`,
      })),
      ...catalogue.parts.map((p): Found => ({
        kind: 'part',
        code: p.code,
        label: `${p.maker} ${p.name} (${p.code})`,
      })),
    ];
    return found.filter((f) => words.every((w) => f.label.toLowerCase().includes(w))).slice(0, MOST_OFFERED);
  });
  protected readonly asking = signal<string | null>(null);
  protected readonly answer = signal<WhyNot | null>(null);
  protected readonly said = computed(() => {
    const a = this.answer();
    const style = this.shop.style();
    if (!a) return null;
    const against = a.against.map((n) => this.say(n));
    return {
      name: a.name,
      code: a.code,
      kind: a.kind,
      verdict: a.best === null || against.length > 0 ? 'no' : 'possible',
      against,
      least:
        against.length > 0
          ? a.wouldDo.length > 0
            ? `Least change that brings it in: give up ${a.wouldDo.map(limitWords).join(', or ')}.`
            : 'Nothing in the brief that could be given up brings it in.'
          : a.best
            ? `With it the best plan is ${moreText(a, style)}, against the first.`
            : 'No plan can hold it.',
      plan: against.length === 0 ? a.best : null,
    };
  });
  protected readonly check = signal<{
    readonly gaps: readonly string[];
    readonly back: readonly string[];
    readonly mended: PlanPoint | null;
    readonly mend: string;
  } | null>(null);
  /** What was put together before, looked at: what is missing, what is bought for nothing, what the same heights come to done well. */
  protected async showCheck(): Promise<void> {
    const style = this.shop.style();
    const c = await this.model.ask((api, job, day) => api.check(job, day));
    this.check.set(
      c && {
        gaps: c.gaps.map((n) => this.say(n)),
        back: c.sendBack.map(
          (b) =>
            `${this.nameOf(b.code) ?? b.code} (${b.code}): settles nothing here; back saves ${money(b.savesMinor, style)}.`,
        ),
        mended: c.mended,
        mend: c.mended
          ? `The same lift, done whole: ${money(c.mended.totalMinor, style)} instead of ${money(c.totalMinor, style)}.`
          : '',
      },
    );
  }
  protected readonly binds = signal<readonly string[] | null>(null);

  protected take(p: PlanPoint): void {
    this.store.patchAll(
      {
        build: { items: p.items.map((i) => listed(crypto.randomUUID(), i.kind, i.code)) },
        tire: { ...p.tire, reliefs: p.reliefs },
      },
      `plan.${p.name}`,
    );
  }
  /** plans that stand on the quote beside the chosen one */
  private readonly offered = computed(() => this.view.sections()?.quote.alternatives ?? []);
  protected readonly quoteFull = computed(() => this.offered().length >= MOST_ALTERNATIVES);
  protected isOffered(p: PlanPoint): boolean {
    return this.offered().some((a) => sameBuild({ ...a, tire: a }, p));
  }
  /** Puts a plan on the quote beside the chosen one, or takes it off again. */
  protected offer(p: PlanPoint): void {
    const rest = this.offered().filter((a) => !sameBuild({ ...a, tire: a }, p));
    const alternatives =
      rest.length < this.offered().length
        ? rest
        : [
            ...rest,
            {
              id: crypto.randomUUID(),
              items: p.items.map((i) => listed(crypto.randomUUID(), i.kind, i.code)),
              reliefs: p.reliefs,
              ...p.tire,
              freightMinor: null,
            },
          ];
    this.store.patch('quote', { alternatives }, 'alternatives');
  }
  protected async explain(p: ShownPoint): Promise<void> {
    if (this.open() === p.name) {
      this.open.set(null);
      return;
    }
    this.open.set(p.name);
    this.reasons.set(null);
    this.sizes.set(null);
    const reasons = await this.model.ask((api, job, day) => api.reasons(job, day, p));
    if (this.open() === p.name) this.reasons.set(reasons);
  }
  protected async showSizes(p: PlanPoint, code: string): Promise<void> {
    const list = await this.model.ask((api, job, day) => api.sizes(job, day, p, code));
    this.sizes.set(list && { of: code, list });
  }
  protected async ask(f: Found): Promise<void> {
    this.finder.setValue('');
    this.answer.set(null);
    this.asking.set(f.label);
    const first = this.model.told()?.shown[0] ?? null;
    this.answer.set(await this.model.ask((api, job, day) => api.whyNot(job, day, f.code, first)));
    this.asking.set(null);
  }
  protected async showBinds(): Promise<void> {
    const first = this.model.told()?.shown[0];
    if (!first) return;
    const list = await this.model.ask((api, job, day) => api.bindings(job, day, first));
    this.binds.set((list ?? []).map((b) => bindsText(b, this.shop.style())));
  }
  /** what the first visit may cost, minor units */
  protected readonly budget = computed(() => this.view.sections()?.brief.budgetMinor ?? null);
  protected readonly stages = signal<readonly string[] | null>(null);
  protected readonly visits = FIRST_VISITS;
  protected readonly visitWords = FIRST_VISIT_WORDS;
  protected async showStages(by: StageWish): Promise<void> {
    const first = this.model.told()?.shown[0];
    if (!first) return;
    if ('budgetMinor' in by && first.totalMinor <= by.budgetMinor) {
      this.stages.set([
        `The first plan is within the budget in one visit: ${money(first.totalMinor, this.shop.style())}.`,
      ]);
      return;
    }
    const s = await this.model.ask((api, job, day) => api.stages(job, day, first, by));
    this.stages.set(
      s
        ? stagesText(s, (code) => this.nameOf(code) ?? code, this.shop.style())
        : ['No such part of the first plan stands by itself: it is done in one visit, or cut otherwise.'],
    );
  }
  protected readonly worth = signal<readonly string[] | null>(null);
  protected async showWorth(): Promise<void> {
    const fields = this.vehicle()?.platform.variantFields ?? [];
    const list = await this.model.ask((api, job, day) => api.worth(job, day));
    this.worth.set(
      (list ?? []).map((w) =>
        worthText(w, fields.find((f) => f.key === w.field)?.question ?? w.field, this.shop.style()),
      ),
    );
  }
  protected lock(how: LockHow, what: Lock['what'], which: string): void {
    const locks = this.store.sections()?.build.locks ?? {};
    this.store.patch(
      'build',
      { locks: { ...locks, [lockKey({ what, which })]: how } },
      `lock.${what}.${which}`,
    );
  }
  protected unlock(l: Lock): void {
    const locks = this.store.sections()?.build.locks ?? {};
    const key = lockKey(l);
    this.store.patch(
      'build',
      { locks: Object.fromEntries(Object.entries(locks).filter(([k]) => k !== key)) },
      `lock.${key}`,
    );
    this.arrival.next('.locks button', '#why-not');
  }
  private lockOf(what: Lock['what'], which: string): LockHow | undefined {
    return this.view.sections()?.build.locks[lockKey({ what, which })];
  }
  private readonly say = (n: PlanReason['needs'][number]) =>
    findingText(n.finding, this.shop.style(), this.vehicle()?.platform ?? null);
  private madeOf(p: PlanPoint): string {
    return madeOf(p, this.shop.catalogue());
  }
  private part(code: string) {
    return this.shop.catalogue()?.parts.find((p) => p.code === code);
  }
  private nameOf(code: string): string | null {
    return nameOf(code, this.shop.catalogue());
  }
  protected readonly mm = (value: number) => length(value, this.shop.style());
  protected readonly noText = () => '';
}
