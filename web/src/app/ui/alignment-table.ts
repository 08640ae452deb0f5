import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ENTRY_LIMITS } from '@rigger/contracts';
import {
  adjusterLeftDeg,
  axleOfCorner,
  CORNERS,
  toeOfAxleDeg,
  type AlignmentReading,
  type Corner,
  type Platform,
  type WheelAngles,
} from '@rigger/core';
import { CORNER_NAMES, degrees } from '@rigger/wording';
import { JobView } from '../data/job-view';
import { DayField } from './day-field';
import { NumberField } from './number-field';

const ANGLES = [
  { key: 'camberDeg', name: 'Camber', range: ENTRY_LIMITS.angleDeg },
  { key: 'casterDeg', name: 'Caster', range: ENTRY_LIMITS.angleDeg },
  { key: 'toeDeg', name: 'Toe', range: ENTRY_LIMITS.toeDeg },
] as const;
type AngleKey = keyof WheelAngles;

/** What the rack showed, wheel by wheel, each against the window of this vehicle. */
@Component({
  selector: 'app-alignment-table',
  imports: [FormsModule, DayField, NumberField],
  template: `
    <table class="ruled tight">
      <thead>
        <tr>
          <td></td>
          @for (a of angles; track a.key) {
            <th>{{ a.name }}</th>
          }
        </tr>
      </thead>
      <tbody>
        @for (w of wheels(); track w.corner) {
          <tr>
            <td>{{ w.name }}</td>
            @for (a of w.angles; track a.key) {
              <td>
                <app-number-field
                  [label]="a.name"
                  quantity="angle"
                  [range]="a.range"
                  [at]="at() + '.wheels.' + w.corner + '.' + a.key"
                  [ngModel]="a.value"
                  (ngModelChange)="set(w.corner, a.key, $event)"
                />
                @if (a.window) {
                  <span class="small" [class.need]="a.out">{{ a.window }}</span>
                }
                @if (a.left) {
                  <span class="small block">{{ a.left }}</span>
                }
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
    @for (t of totals(); track t) {
      <p class="small">{{ t }}</p>
    }
    <div class="rest">
      <app-number-field
        label="Thrust, + left"
        quantity="angle"
        [range]="limits.toeDeg"
        [at]="at() + '.thrustDeg'"
        [ngModel]="of().thrustDeg"
        (ngModelChange)="changed.emit({ thrustDeg: $event })"
      />
      <app-number-field
        label="Steering wheel, + right"
        quantity="angle"
        [range]="limits.steeringWheelDeg"
        [at]="at() + '.steeringWheelDeg'"
        [ngModel]="of().steeringWheelDeg"
        (ngModelChange)="changed.emit({ steeringWheelDeg: $event })"
      />
      <app-day-field
        label="Read on"
        [at]="at() + '.day'"
        [ngModel]="of().day"
        (ngModelChange)="changed.emit({ day: $event })"
      />
    </div>
  `,
  styles: `
    .block {
      display: block;
    }
    td {
      vertical-align: top;
      padding: 4px 8px 4px 0;
    }
    tbody td:first-child {
      white-space: nowrap;
      padding-top: 16px;
    }
    .rest {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 10px;
      margin-top: 8px;
    }
    @media (max-width: 640px) {
      thead {
        display: none;
      }
      tr {
        display: grid;
        grid-template-columns: repeat(3, minmax(0, 1fr));
        gap: 0 6px;
      }
      tbody td:first-child {
        grid-column: 1 / -1;
        padding: 6px 0 0;
        border: 0;
      }
      .rest {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AlignmentTable {
  readonly of = input.required<AlignmentReading>();
  /** where in the job it is kept */
  readonly at = input.required<string>();
  /** it was set on this plan: what the adjusters have left is shown */
  readonly adjusted = input(false);
  readonly changed = output<Partial<AlignmentReading>>();
  protected readonly limits = ENTRY_LIMITS;
  protected readonly angles = ANGLES;
  private readonly view = inject(JobView);
  private readonly platform = computed(() => this.view.assessment()?.vehicle?.platform ?? null);
  protected readonly wheels = computed(() => {
    const platform = this.platform();
    return CORNERS.map((corner) => ({
      corner,
      name: CORNER_NAMES[corner],
      angles: ANGLES.map((a) => {
        const value = this.of().wheels[corner][a.key];
        const window = platform && windowOf(platform, corner, a.key);
        return {
          ...a,
          value,
          window: window ? `${degrees(window[0])} to ${degrees(window[1])}` : '',
          out: window != null && value !== null && (value < window[0] || value > window[1]),
          left: this.adjusted() && value !== null ? this.leftOf(corner, a.key, value) : '',
        };
      }),
    }));
  });
  protected readonly totals = computed(() =>
    (['front', 'rear'] as const).flatMap((axle) => {
      const total = toeOfAxleDeg(this.of().wheels, axle);
      return total === null ? [] : [`Total toe ${axle} ${degrees(total)}`];
    }),
  );
  private leftOf(corner: Corner, key: AngleKey, value: number): string {
    const f = this.view.assessment()?.forecast?.[axleOfCorner(corner)];
    const stood = key === 'toeDeg' ? null : (f?.geometryPlanned[key] ?? null);
    // without an adjuster there is nothing left to set
    if (!f || stood === null || key === 'toeDeg' || f.reach[key][0] === f.reach[key][1]) return '';
    const [down, up] = adjusterLeftDeg(f.reach[key], stood, value);
    return down > 0 || up < 0
      ? 'beyond what the adjusters reach from the forecast'
      : `left to set ${degrees(down)} to +${degrees(up)}`;
  }
  protected set(corner: Corner, key: AngleKey, value: number | null): void {
    const { wheels } = this.of();
    this.changed.emit({ wheels: { ...wheels, [corner]: { ...wheels[corner], [key]: value } } });
  }
}
/** Window of one wheel's angle; null where its axle has none. */
function windowOf(p: Platform, corner: Corner, key: AngleKey): readonly [number, number] | null {
  return p[axleOfCorner(corner)].spec[key];
}
