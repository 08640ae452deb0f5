import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  advisedNeeds,
  bagsOf,
  bayHours,
  moved,
  needKey,
  offAt,
  sideStep,
  turnOf,
  openNeeds,
  PAIR,
  singleUseOf,
  spreadOf,
  toolsMissing,
  underside,
  wayChoices,
  type Fastening,
  type Figure,
  type WorkStep,
} from '@rigger/core';
import {
  consumableText,
  decisionText,
  DISCLAIMER,
  duration,
  fasteningText,
  FIGURE_WORDS,
  HAZARD_WORDS,
  hoursRangeText,
  inUnits,
  NEED_WORDS,
  needText,
  newHardwareText,
  notMovedText,
  placeWords,
  planHeadline,
  quantity,
  servedName,
  settingsText,
  sharedText,
  stateName,
  stepCautions,
  stepMore,
  stepText,
  stretchesOf,
  wayMinutes,
  wayText,
  WAY_BY,
  wedgeText,
  whyHere,
} from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { MakeFile, type Export } from '../../data/make-file';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { MakingFile } from '../../ui/making-file';
import { UnreadableNotice } from '../../ui/unreadable-notice';
import { BayDrawing } from './bay-drawing';

const EXPORTS: readonly Export[] = [
  { what: 'sheet.pdf', label: 'Print to PDF', fileName: (n) => `build-sheet-${n}.pdf` },
  { what: 'file', label: 'Save as file', fileName: (n) => `job-${n}.json` },
];
/** The order of work: steps by stretch, why each is where it is, what is off the vehicle meanwhile, and which way it is taken apart. */
@Component({
  selector: 'app-plan',
  imports: [
    RouterLink,
    MatButtonModule,
    CdkDropList,
    CdkDrag,
    CdkDragHandle,
    BayDrawing,
    HeadlineBlock,
    MakingFile,
    UnreadableNotice,
  ],
  providers: [MakeFile],
  templateUrl: './plan.html',
  styleUrl: './plan.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanView {
  protected readonly view = inject(JobView);
  private readonly store = inject(JobStore);
  private readonly shop = inject(Shop);
  protected readonly files = inject(MakeFile);
  protected readonly exports = EXPORTS;
  protected readonly disclaimer = DISCLAIMER;
  protected readonly hazards = HAZARD_WORDS;
  protected readonly needWords = NEED_WORDS;
  protected readonly hours = duration;
  protected readonly by = WAY_BY;
  protected readonly wedge = wedgeText;
  protected readonly settings = settingsText;
  protected readonly cautions = stepCautions;
  protected readonly more = stepMore;
  protected readonly consumable = consumableText;
  protected readonly newHardware = newHardwareText;
  protected readonly way = wayText;
  protected readonly stateName = stateName;
  protected readonly wayMinutes = wayMinutes;
  protected readonly said = (text: string) => inUnits(text, this.shop.style());
  protected readonly text = (s: WorkStep) => stepText(s, this.shop.style());
  protected readonly joint = (f: Fastening, s: WorkStep) => fasteningText(f, this.shop.style(), s);
  protected readonly figure = (f: Figure) =>
    `${FIGURE_WORDS[f.name]}: ${quantity(f.value, f.unit, this.shop.style())}`;
  protected readonly where = (s: WorkStep) =>
    [placeWords(s.axle, s.side), duration(s.minutes), ...s.parts].filter(Boolean).join(' · ');

  private readonly workshop = computed(() => this.shop.settings()?.workshop ?? null);
  protected readonly people = computed(() =>
    Math.max(1, Math.min(PAIR, this.workshop()?.fitters.length ?? 1)),
  );
  private readonly spread = computed(() =>
    spreadOf(this.view.plan()?.steps ?? [], this.shop.settings()?.hoursRange ?? null),
  );
  protected readonly bay = computed(() => {
    const plan = this.view.plan();
    return plan && bayHours(plan, this.people());
  });
  protected readonly headline = computed(
    () => this.view.assessment() && planHeadline(this.view.plan(), this.bay(), this.people(), this.spread()),
  );
  /** hours for one fitter; empty where some of it takes two at once */
  protected readonly alone = computed(() => {
    const plan = this.view.plan();
    if (!plan || plan.steps.some((s) => s.people > 1)) return '';
    return hoursRangeText(bayHours(plan, 1).bayMinutes, this.spread());
  });
  /** each state that several pieces of work share, with what reaching it once spares */
  protected readonly reached = computed(() => (this.view.plan()?.shared ?? []).map(sharedText));
  /** numbers of the steps that decide how long it takes */
  protected readonly deciding = computed(() =>
    (this.bay()?.critical ?? []).flatMap((id) => this.numberOf().get(id) ?? []).join(', '),
  );
  protected readonly stretches = computed(() => {
    const plan = this.view.plan();
    return plan ? stretchesOf(plan) : [];
  });
  protected readonly ways = computed(() => {
    const [plan, a, sections, catalogue, workshop] = [
      this.view.plan(),
      this.view.assessment(),
      this.view.sections(),
      this.shop.catalogue(),
      this.workshop(),
    ];
    return plan && a && sections && catalogue && workshop
      ? wayChoices(plan, a, sections, catalogue, workshop)
      : [];
  });
  protected readonly bags = computed(() => bagsOf(this.view.plan() ?? { steps: [] }));
  protected readonly bagOf = computed(() => new Map(this.bags().map((b) => [b.from.id, b.letter])));
  protected readonly newOnes = computed(() => singleUseOf(this.view.plan() ?? { steps: [] }));
  protected readonly missingTools = computed(() =>
    toolsMissing(this.view.plan()?.tools ?? [], this.workshop()?.tools ?? null),
  );
  protected readonly toolsUnsaid = computed(() => this.workshop()?.tools == null);
  protected readonly numberOf = computed(
    () => new Map((this.view.plan()?.steps ?? []).map((s) => [s.id, s.number])),
  );
  protected why(s: WorkStep): string {
    const catalogue = this.shop.catalogue();
    return catalogue
      ? whyHere(
          s,
          (id) => this.numberOf().get(id) ?? null,
          (x) => servedName(x, catalogue),
        )
      : '';
  }
  private readonly nameOf = (id: string): string => {
    const s = this.view.plan()?.steps.find((x) => x.id === id);
    return s ? `${s.number} ${this.text(s)}` : id;
  };
  protected readonly notMoved = computed(() =>
    (this.view.plan()?.notMoved ?? []).map((m) => notMovedText(m, this.nameOf)),
  );
  protected readonly hasMoves = computed(() => (this.view.sections()?.work.moves.length ?? 0) > 0);
  /** steps above the ride-height line, in their order: what can be moved */
  private readonly above = computed(() => {
    const plan = this.view.plan();
    return plan ? plan.steps.slice(0, plan.rideHeightLine).filter((s) => s.phase !== 'before') : [];
  });
  protected readonly canMove = (s: WorkStep): boolean => this.above().some((x) => x.id === s.id);

  // what is drawn
  private readonly picked = signal<string | null>(null);
  protected readonly step = computed(() => {
    const steps = this.view.plan()?.steps ?? [];
    return steps.find((s) => s.id === this.picked()) ?? steps.find((s) => s.phase === 'work') ?? null;
  });
  protected readonly refusal = signal<{ readonly step: string; readonly text: string } | null>(null);
  protected readonly under = computed(() => {
    const vehicle = this.view.assessment()?.vehicle;
    const drawing = this.view.drawing();
    const check = this.view.assessment()?.tires.check;
    if (!vehicle || !drawing) return [];
    const tire = (i: 0 | 1, width: number | undefined) => ({
      diameterMm: (drawing.wheels[i]?.outer ?? 0) * 2,
      widthMm: width ?? (drawing.wheels[i]?.outer ?? 0) * 0.66,
    });
    return underside(vehicle.platform, {
      front: tire(0, check?.front.target.size.sectionMm),
      rear: tire(1, check?.rear.target.size.sectionMm),
    });
  });
  protected readonly off = computed(() => {
    const [plan, step] = [this.view.plan(), this.step()];
    return plan && step ? offAt(plan, step.number) : null;
  });
  protected readonly offWords = computed(() => {
    const [plan, at, step] = [this.view.plan(), this.off(), this.step()];
    if (!plan || !at || !step) return '';
    const names = [...at.off]
      .filter((id) => id !== 'vehicle-up@vehicle')
      .map((id) => {
        const turn = turnOf({ id: `off ${id}` });
        return turn ? sideStep(stateName(turn.code, turn.axle).toLowerCase(), turn.side) : id;
      });
    const up = at.off.has('vehicle-up@vehicle') ? 'On the lift. ' : '';
    return `${up}Before step ${step.number}: ${names.length > 0 ? `off or free ${names.join(', ')}` : 'everything on'}.`;
  });
  protected pick(s: WorkStep): void {
    this.picked.set(s.id);
  }

  protected readonly open = computed(() => {
    const a = this.view.assessment();
    const decisions = this.view.sections()?.build.decisions ?? {};
    const needs = a?.needs ?? [];
    return [...openNeeds(needs), ...advisedNeeds(needs)].map((n) => ({
      verdict: n.verdict,
      text: `${needText(n, this.shop.style(), a?.vehicle?.platform ?? null)}${n.verdict === 'advised' ? ` ${decisionText(decisions[needKey(n)])}` : ''}`,
    }));
  });

  protected take(at: string, way: string | null): void {
    const work = this.store.sections()?.work;
    if (!work) return;
    const rest = Object.fromEntries(Object.entries(work.ways).filter(([k]) => k !== at));
    this.store.patch('work', { ways: way === null ? rest : { ...rest, [at]: way } }, 'ways');
  }
  protected dropped(e: CdkDragDrop<unknown, unknown, WorkStep>): void {
    const step = e.item.data;
    // the list counts steps that cannot be moved too: the day before, and all below the line
    const rest = (this.view.plan()?.steps ?? []).filter((s) => s.id !== step.id);
    const next = rest.slice(e.currentIndex).find((s) => s.phase !== 'before') ?? rest.at(-1);
    const first = rest.find((s) => s.phase === 'ground' || s.phase === 'closing');
    // right before the line is last above it
    this.put(step, next && next.id !== first?.id ? next.id : null);
  }
  /** One place earlier or later, by keyboard. */
  protected nudge(e: Event, s: WorkStep, by: -1 | 1): void {
    e.preventDefault();
    const list = this.above();
    const at = list.findIndex((x) => x.id === s.id);
    const to = at + by;
    if (at < 0 || to < 0 || to >= list.length) return;
    const rest = list.filter((x) => x.id !== s.id);
    this.put(s, rest[to]?.id ?? null);
  }
  private put(s: WorkStep, before: string | null): void {
    this.pick(s);
    const list = this.above().map((x) => ({ ...x, rank: [] }));
    const plan = this.view.plan();
    const beyond = (plan?.steps.slice(plan.rideHeightLine) ?? []).map((x) => x.id);
    const r = moved(list, s.id, before, beyond);
    if ('why' in r) {
      this.refusal.set({ step: s.id, text: notMovedText({ step: s.id, before, ...r }, this.nameOf) });
      return;
    }
    this.refusal.set(null);
    if (r.every((x, i) => x.id === list[i]?.id)) return;
    const work = this.store.sections()?.work;
    if (work)
      this.store.patch(
        'work',
        { moves: [...work.moves.filter((m) => m.step !== s.id), { step: s.id, before }] },
        'moves',
      );
  }
  protected ownOrder(): void {
    this.refusal.set(null);
    this.store.patch('work', { moves: [] }, 'moves');
  }
}
