import { computed, inject, Injectable } from '@angular/core';
import {
  afterBuild,
  asAsked,
  formatTireSize,
  type Axle,
  type RubAxleInput,
  type TireAsked,
} from '@rigger/core';
import { JobStore } from './job-store';
import { same } from './merge';
import { Shop } from './shop';

/** What the clearance of this job is asked with: both axles as planned, and the wanted tyre. */
@Injectable()
export class RubInputs {
  private readonly store = inject(JobStore);
  private readonly shop = inject(Shop);

  readonly axles = computed<Readonly<Record<Axle, RubAxleInput>> | null>(
    () => {
      const [a, sections, catalogue] = [
        this.store.assessment(),
        this.store.sections(),
        this.shop.catalogue(),
      ];
      if (!a?.vehicle || !sections || !catalogue) return null;
      const { vehicle } = a;
      const of = (axle: Axle): RubAxleInput => ({
        vehicle,
        axle,
        brief: sections.brief,
        accessories: sections.vehicle.accessories,
        fitted: a.fitted,
        planned: afterBuild(a.fitted, a.chosen),
        reliefs: sections.tire.reliefs,
        catalogue: { reliefs: catalogue.reliefs },
      });
      return { front: of('front'), rear: of('rear') };
    },
    { equal: same },
  );
  readonly tire = computed<TireAsked | null>(
    () => {
      const target = this.store.assessment()?.tires.check?.target;
      return target ? asAsked(target, formatTireSize(target.size)) : null;
    },
    { equal: same },
  );
}
