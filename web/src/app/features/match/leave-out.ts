import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { lockKey, locksOf, PLAN_FAMILIES, type Lock, type PlanFamily } from '@rigger/core';
import { FAMILY_NAMES } from '@rigger/wording';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';

/** What can be left out of the search as a whole: of what is made for this vehicle, and not left out already. */
@Component({
  selector: 'app-leave-out',
  template: `
    @if (kinds().length > 0) {
      <label>
        <span>Leave out all of</span>
        <select #all (change)="choose(all.value); all.value = ''">
          <option value="">a maker, a supplier, a kind …</option>
          @for (k of kinds(); track k.name) {
            <optgroup [label]="k.name">
              @for (x of k.list; track x.key) {
                <option [value]="x.key">{{ x.name }}</option>
              }
            </optgroup>
          }
        </select>
      </label>
    }
  `,
  styles: `
    label {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 10px;
      align-items: center;
      margin-top: 6px;
    }
    select {
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--hair);
      border-radius: 2px;
      padding: 6px 8px;
      min-height: 34px;
      min-width: 0;
    }
    @media (max-width: 900px) {
      select {
        min-height: 48px;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeaveOut {
  readonly chosen = output<Lock>();
  private readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  protected readonly kinds = computed(() => {
    const [catalogue, platform] = [this.shop.catalogue(), this.view.assessment()?.vehicle?.platform.code];
    const locks = this.view.sections()?.build.locks ?? {};
    const parts = (catalogue?.parts ?? []).filter((p) => p.applications.some((a) => a.platform === platform));
    if (parts.length === 0) return [];
    const kind = (
      name: string,
      what: Lock['what'],
      all: readonly string[],
      nameOf = (x: string): string => x,
    ) => ({
      name,
      list: [...new Set(all)]
        .filter((which) => which !== '' && !(lockKey({ what, which }) in locks))
        .sort()
        .map((which) => ({ key: lockKey({ what, which }), name: nameOf(which) })),
    });
    return [
      kind(
        'Makers',
        'maker',
        parts.map((p) => p.maker),
      ),
      kind(
        'Suppliers',
        'supplier',
        parts.map((p) => p.supplier),
      ),
      kind(
        'Kinds of part',
        'family',
        parts.map((p) => p.family),
        (f) => f.replaceAll('-', ' '),
      ),
      kind('Kinds of plan', 'school', PLAN_FAMILIES, (f) => FAMILY_NAMES[f as PlanFamily]),
    ].filter((k) => k.list.length > 0);
  });
  protected choose(key: string): void {
    const [lock] = locksOf({ [key]: 'ban' });
    if (lock) this.chosen.emit(lock);
  }
}
