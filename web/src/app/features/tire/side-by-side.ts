import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import {
  studiedTire,
  formatTireSize,
  type Axle,
  type RubCheck,
  type TireAsked,
  type TireCheck,
} from '@rigger/core';
import { JobView } from '../../data/job-view';
import { same } from '../../data/merge';
import { startRubWorker } from '../../workers/start-rub-worker';
import { RubInputs } from '../../data/rub-inputs';

export interface Column {
  readonly id: string;
  readonly label: string;
  readonly check: TireCheck;
  readonly wanted: boolean;
}
/** The sizes that stand side by side, and which of them clear: asked of the worker whenever plan or sizes change. */
@Injectable()
export class SideBySideModel {
  private readonly view = inject(JobView);
  private readonly inputs = inject(RubInputs);
  private readonly worker = startRubWorker();
  private readonly answers = signal<{
    readonly for: readonly TireAsked[];
    readonly front: readonly RubCheck[] | null;
    readonly rear: readonly RubCheck[] | null;
  } | null>(null);

  readonly columns = computed<readonly Column[]>(() => {
    const a = this.view.assessment();
    const wanted = a?.tires.check;
    return [
      ...(wanted
        ? [{ id: 'wanted', label: formatTireSize(wanted.front.target.size), check: wanted, wanted: true }]
        : []),
      ...(a?.candidates ?? []).flatMap((c) =>
        c.reading.check
          ? [
              {
                id: c.id,
                label: formatTireSize(c.reading.check.front.target.size),
                check: c.reading.check,
                wanted: false,
              },
            ]
          : [],
      ),
    ];
  });
  private readonly asked = computed(
    () => this.columns().map((c) => studiedTire(c.check.front.target, c.label)),
    {
      equal: same,
    },
  );
  /** the check of a column on an axle; null while it is on its way or the axle has no pose */
  readonly checkOf = (axle: Axle, column: number): RubCheck | null => {
    const a = this.answers();
    return a && same(a.for, this.asked()) ? (a[axle]?.[column] ?? null) : null;
  };

  constructor() {
    effect(() => {
      const [axles, tires] = [this.inputs.axles(), this.asked()];
      untracked(() => void this.ask(axles, tires));
    });
    inject(DestroyRef).onDestroy(() => {
      this.worker.end();
    });
  }
  private async ask(axles: ReturnType<RubInputs['axles']>, tires: readonly TireAsked[]): Promise<void> {
    if (!axles || tires.length === 0) {
      this.answers.set(null);
      return;
    }
    const answer = await this.worker.api.compare(axles, tires);
    if (same(tires, this.asked()) && same(axles, this.inputs.axles()))
      this.answers.set({ for: tires, ...answer });
  }
}
