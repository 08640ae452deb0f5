import { computed, inject, Injectable } from '@angular/core';
import { studiedTire, formatTireSize, type Axle, type RubAxleInput, type TireAsked } from '@rigger/core';
import { JobView } from './job-view';
import { same } from './merge';
import { Shop } from './shop';

/** What the clearance of this job is asked with: both axles as planned, and the wanted tyre. */
@Injectable()
export class RubInputs {
  private readonly view = inject(JobView);
  private readonly shop = inject(Shop);

  readonly axles = computed<Readonly<Record<Axle, RubAxleInput>> | null>(
    () => {
      const [a, sections, catalogue] = [this.view.assessment(), this.view.sections(), this.shop.catalogue()];
      if (!a?.vehicle || !sections || !catalogue) return null;
      const { vehicle } = a;
      const of = (axle: Axle): RubAxleInput => ({
        vehicle,
        axle,
        brief: sections.brief,
        accessories: sections.vehicle.accessories,
        fitted: a.fitted,
        tapedMm: a.tapedMm[axle],
        planned: a.planned,
        reliefs: sections.tire.reliefs.filter((r) => r.axle === axle),
        catalogue: { reliefs: catalogue.reliefs },
      });
      return { front: of('front'), rear: of('rear') };
    },
    { equal: same },
  );
  /** the wanted tyre of each axle */
  readonly tires = computed<Readonly<Record<Axle, TireAsked>> | null>(
    () => {
      const check = this.view.assessment()?.tires.check;
      const of = (axle: Axle, c: NonNullable<typeof check>) =>
        studiedTire(c[axle].target, formatTireSize(c[axle].target.size));
      return check ? { front: of('front', check), rear: of('rear', check) } : null;
    },
    { equal: same },
  );
}
