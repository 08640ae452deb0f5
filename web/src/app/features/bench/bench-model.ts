import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { switchable, type Axle, type Bench, type BenchInput, type RideHeightFault } from '@rigger/core';
import { JobView } from '../../data/job-view';
import { same } from '../../data/merge';
import type { PosedPair } from '../../workers/bench-api';
import { startBenchWorker } from '../../workers/start-bench-worker';

/** time of one full stroke down, up and back when it is played, ms */
const STROKE_MS = 4000;

/** One axle on the bench: asks the worker for its curves once, then for one pose at a time, never more than it can make. */
@Injectable()
export class BenchModel {
  private readonly view = inject(JobView);
  private readonly worker = startBenchWorker();
  private readonly chosenAxle = signal<Axle>('front');
  private readonly switchedOff = signal<readonly string[]>([]);
  private readonly loaded = signal<Bench | null>(null);
  private readonly problem = signal<RideHeightFault | null>(null);
  private readonly broke = signal(false);
  private readonly pair = signal<PosedPair | null>(null);
  private readonly at = signal({ travelMm: 0, rackMm: 0, rollMm: 0 });
  private asking = false;
  /** the position that the answer under way was asked for */
  private asked: unknown = null;
  private frame = 0;
  private readonly inPlay = signal(false);

  readonly axle = this.chosenAxle.asReadonly();
  readonly off = this.switchedOff.asReadonly();
  readonly bench = this.loaded.asReadonly();
  readonly fault = this.problem.asReadonly();
  /** the worker ended without an answer */
  readonly failed = this.broke.asReadonly();
  readonly posed = this.pair.asReadonly();
  readonly position = this.at.asReadonly();
  readonly playing = this.inPlay.asReadonly();

  private readonly input = computed<BenchInput | null>(
    () => {
      const [a, sections] = [this.view.assessment(), this.view.sections()];
      if (!a?.vehicle || !sections) return null;
      return {
        vehicle: a.vehicle,
        axle: this.chosenAxle(),
        brief: sections.brief,
        accessories: sections.vehicle.accessories,
        fitted: a.fitted,
        tapedMm: a.tapedMm[this.chosenAxle()],
        tireNPerMm: a.tireNPerMm[this.chosenAxle()],
        chosen: a.chosen,
        off: this.switchedOff(),
      };
    },
    { equal: same },
  );
  readonly parts = computed(() => {
    const a = this.view.assessment();
    return a ? switchable(a.chosen, this.chosenAxle()) : [];
  });
  /** how far the position may go from the planned ride height, mm */
  readonly range = computed<readonly [number, number]>(() => {
    const b = this.loaded();
    return b ? [(b.travelMm[0] ?? 0) - b.planned.zMm, (b.travelMm.at(-1) ?? 0) - b.planned.zMm] : [0, 0];
  });

  constructor() {
    effect(() => {
      const input = this.input();
      untracked(() => void this.load(input));
    });
    inject(DestroyRef).onDestroy(() => {
      cancelAnimationFrame(this.frame);
      this.worker.stop();
    });
  }
  private async load(input: BenchInput | null): Promise<void> {
    if (!input) {
      this.loaded.set(null);
      return;
    }
    const answer = await this.worker.api.load(input).catch(() => null);
    if (!same(input, this.input())) return; // something newer was asked meanwhile
    this.broke.set(answer === null);
    if (answer === null) {
      this.loaded.set(null);
      return;
    }
    this.problem.set(answer.ok ? null : answer.fault);
    this.loaded.set(answer.ok ? answer.value : null);
    this.moveTo({});
  }

  show(axle: Axle): void {
    this.stop();
    this.chosenAxle.set(axle);
    this.at.set({ travelMm: 0, rackMm: 0, rollMm: 0 });
  }
  toggle(code: string): void {
    this.switchedOff.update((off) => (off.includes(code) ? off.filter((c) => c !== code) : [...off, code]));
  }
  /** Moves the wheel: travel from ride height (+ bump), rack, and for a beam left − right; kept inside the travel shown. */
  moveTo(
    change: Partial<{ readonly travelMm: number; readonly rackMm: number; readonly rollMm: number }>,
  ): void {
    const [low, high] = this.range();
    this.at.update((p) => {
      const next = { ...p, ...change };
      return { ...next, travelMm: Math.min(high, Math.max(low, next.travelMm)) };
    });
    void this.ask();
  }
  private async ask(): Promise<void> {
    if (this.asking) return; // the loop below sees that the position moved on
    const b = this.loaded();
    if (!b) return;
    this.asking = true;
    try {
      while (this.asked !== this.at()) {
        this.asked = this.at();
        const { travelMm, rackMm, rollMm } = this.at();
        const to = (zMm: number) => ({ zMm: zMm + travelMm, rackMm, rollMm });
        this.pair.set(await this.worker.api.pose(to(b.now.zMm), to(b.planned.zMm)));
      }
    } finally {
      this.asking = false;
    }
  }

  play(): void {
    if (this.inPlay()) {
      this.stop();
      return;
    }
    this.inPlay.set(true);
    const begun = performance.now();
    const [low, high] = this.range();
    const step = (now: number) => {
      const k = ((now - begun) % STROKE_MS) / STROKE_MS;
      const wave = Math.sin(2 * Math.PI * k);
      this.moveTo({ travelMm: wave >= 0 ? wave * high : -wave * low });
      this.frame = requestAnimationFrame(step);
    };
    this.frame = requestAnimationFrame(step);
  }
  stop(): void {
    cancelAnimationFrame(this.frame);
    this.inPlay.set(false);
  }
}
