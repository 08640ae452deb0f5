import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { Axle, ReachFault, RideHeightFault, RubPose, RubProgress, RubStudy } from '@rigger/core';
import { same } from '../../data/merge';
import { startRubWorker } from '../../workers/start-rub-worker';
import { RubInputs } from './rub-inputs';

const STAGES: readonly RubProgress['stage'][] = ['coarse', 'map', 'edges', 'cures', 'lifts', 'sizes'];
export interface Cell {
  readonly row: number;
  readonly column: number;
}

/** One axle's rub map: asked of the worker anew whenever plan, tyre or reliefs change, refined while it is looked at. */
@Injectable()
export class RubModel {
  private readonly inputs = inject(RubInputs);
  private readonly worker = startRubWorker();
  private readonly chosenAxle = signal<Axle>('front');
  private readonly answer = signal<RubStudy | null>(null);
  private readonly problem = signal<RideHeightFault | ReachFault | null>(null);
  private readonly step = signal<RubProgress | null>(null);
  private readonly halted = signal(false);
  private readonly picked = signal<Cell | null>(null);
  private readonly posedAt = signal<RubPose | null>(null);

  readonly axle = this.chosenAxle.asReadonly();
  readonly study = this.answer.asReadonly();
  readonly fault = this.problem.asReadonly();
  readonly stopped = this.halted.asReadonly();
  readonly cell = this.picked.asReadonly();
  readonly posed = this.posedAt.asReadonly();
  readonly tire = this.inputs.tire;
  /** share of the work done, 0 to 1; null when nothing is under way */
  readonly progress = computed(() => {
    const p = this.step();
    return p && (STAGES.indexOf(p.stage) + p.done / Math.max(1, p.of)) / STAGES.length;
  });
  readonly stage = computed(() => this.step()?.stage ?? null);
  private readonly input = computed(
    () => {
      const [axles, tire] = [this.inputs.axles(), this.inputs.tire()];
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
    this.halted.set(false);
    if (!input) {
      this.answer.set(null);
      this.step.set(null);
      return;
    }
    const listener = this.worker.listener((p) => {
      if (!same(input, this.input()) || this.halted()) return;
      this.step.set(p);
      if (p.soFar) this.take(p.soFar);
    });
    const result = await this.worker.api.study(input, listener);
    if (result === 'stopped' || !same(input, this.input())) return; // something newer is under way, or it was stopped
    this.step.set(null);
    this.problem.set(result.ok ? null : result.fault);
    if (result.ok) this.take(result.value);
    else this.answer.set(null);
  }
  private take(study: RubStudy): void {
    const before = this.answer();
    this.answer.set(study);
    const { zMm, across } = study.map.grid;
    const kept = this.picked();
    if (before && kept && before.map.grid.zMm.length === zMm.length && kept.row < zMm.length) {
      void this.ask();
      return;
    }
    // the worst place over the used travel is shown first
    const worst = study.obstacles[0]?.used;
    const near = (list: readonly number[], v: number | null) =>
      list.reduce((b, x, i) => (Math.abs(x - (v ?? 0)) < Math.abs((list[b] ?? 0) - (v ?? 0)) ? i : b), 0);
    this.pick({
      row: near(zMm, worst?.zMm ?? study.rideZMm),
      column: near(across, worst?.across ?? 0),
    });
  }

  show(axle: Axle): void {
    this.picked.set(null);
    this.answer.set(null);
    this.posedAt.set(null);
    this.chosenAxle.set(axle);
  }
  pick(cell: Cell): void {
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
