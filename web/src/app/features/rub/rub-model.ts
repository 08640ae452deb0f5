import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import {
  nearestToZero,
  type Axle,
  type ReachFault,
  type RideHeightFault,
  type RubPose,
  type RubProgress,
  type RubStudy,
} from '@rigger/core';
import { same } from '../../data/merge';
import { startRubWorker } from '../../workers/start-rub-worker';
import { RubInputs } from '../../data/rub-inputs';

const STAGES: readonly RubProgress['stage'][] = ['coarse', 'map', 'edges', 'cures', 'lifts', 'sizes'];
export interface Cell {
  readonly row: number;
  readonly column: number;
}
/** the place in a list that comes nearest to a value; to 0 where there is none */
const nearest = (list: readonly number[], value: number | null | undefined): number =>
  nearestToZero(list.map((v) => v - (value ?? 0)));

/** One axle's rub map: asked of the worker anew whenever plan, tyre or reliefs change, refined while it is looked at. */
@Injectable()
export class RubModel {
  private readonly inputs = inject(RubInputs);
  private readonly worker = startRubWorker();
  private readonly chosenAxle = signal<Axle>('front');
  private readonly answer = signal<RubStudy | null>(null);
  private readonly problem = signal<RideHeightFault | ReachFault | null>(null);
  private readonly step = signal<RubProgress | null>(null);
  private readonly broke = signal(false);
  private readonly halted = signal(false);
  private readonly picked = signal<Cell | null>(null);
  /** true once somebody chose the pose; until then the worst one is shown */
  private readonly byHand = signal(false);
  private runs = 0;
  private readonly posedAt = signal<RubPose | null>(null);

  readonly axle = this.chosenAxle.asReadonly();
  readonly study = this.answer.asReadonly();
  readonly fault = this.problem.asReadonly();
  /** the worker ended without an answer */
  readonly failed = this.broke.asReadonly();
  readonly stopped = this.halted.asReadonly();
  readonly cell = this.picked.asReadonly();
  readonly posed = this.posedAt.asReadonly();
  readonly tire = computed(() => this.inputs.tires()?.[this.chosenAxle()] ?? null);
  /** share of the work done, 0 to 1; null when nothing is under way */
  readonly progress = computed(() => {
    const p = this.step();
    return p && (STAGES.indexOf(p.stage) + p.done / Math.max(1, p.of)) / STAGES.length;
  });
  readonly stage = computed(() => this.step()?.stage ?? null);
  private readonly input = computed(
    () => {
      const [axles, tire] = [this.inputs.axles(), this.tire()];
      return axles && tire ? { ...axles[this.chosenAxle()], tire } : null;
    },
    { equal: same },
  );

  constructor() {
    effect(() => {
      const input = this.input();
      untracked(() => void this.run(input));
    });
    inject(DestroyRef).onDestroy(() => {
      this.worker.end();
    });
  }

  private async run(input: ReturnType<typeof this.input>): Promise<void> {
    const run = ++this.runs;
    this.halted.set(false);
    if (!input) {
      this.answer.set(null);
      this.step.set(null);
      return;
    }
    const listener = this.worker.listener((p) => {
      if (run !== this.runs || this.halted()) return;
      this.step.set(p);
      if (p.soFar) this.take(p.soFar);
    });
    const result = await this.worker.api.study(input, listener).catch(() => 'broke' as const);
    if (result === 'stopped' || run !== this.runs) return; // something newer is under way, or it was stopped
    this.runs += 1; // what is still on its way from this run comes too late
    this.step.set(null);
    this.broke.set(result === 'broke');
    if (result === 'broke') {
      this.answer.set(null);
      return;
    }
    this.problem.set(result.ok ? null : result.fault);
    if (result.ok) this.take(result.value);
    else this.answer.set(null);
  }
  /** Takes an answer in: a pose chosen by hand stays, at the nearest cell of the new map; else the worst one over the
   *  used travel is shown. */
  private take(study: RubStudy): void {
    const [before, kept] = [this.answer(), this.picked()];
    this.answer.set(study);
    const { zMm, across } = study.map.grid;
    const worst = study.obstacles[0]?.used;
    const stays = this.byHand() && before !== null && kept !== null;
    this.go({
      row: nearest(zMm, stays ? before.map.grid.zMm[kept.row] : (worst?.zMm ?? study.rideZMm)),
      column: nearest(across, stays ? before.map.grid.across[kept.column] : worst?.across),
    });
  }

  show(axle: Axle): void {
    this.picked.set(null);
    this.byHand.set(false);
    this.answer.set(null);
    this.posedAt.set(null);
    this.chosenAxle.set(axle);
  }
  pick(cell: Cell): void {
    this.byHand.set(true);
    this.go(cell);
  }
  private go(cell: Cell): void {
    this.picked.set(cell);
    void this.ask();
  }
  /** Stops the work and keeps what there is. */
  stop(): void {
    void this.worker.api.stop();
    this.halted.set(true);
    this.step.set(null);
  }
  again(): void {
    void this.run(this.input());
  }
  private async ask(): Promise<void> {
    const [study, cell] = [this.answer(), this.picked()];
    if (!study || !cell) return;
    const { zMm, across } = study.map.grid;
    const pose = await this.worker.api.pose({
      zMm: zMm[cell.row] ?? 0,
      across: across[cell.column] ?? 0,
    });
    if (this.picked() === cell) this.posedAt.set(pose);
  }
}
