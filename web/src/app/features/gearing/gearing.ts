import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSelectModule } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { engineRpm, formatDecimal, type Figure } from '@rigger/core';
import { CALIBRATION_WORDS, gearingHeadline } from '@rigger/wording';
import { JobView } from '../../data/job-view';
import { linkSection } from '../../data/link-section';
import { MakeFile, type Export } from '../../data/make-file';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { LineChart, type LineChartData } from '../../ui/line-chart';

const CARD: Export = {
  what: 'calibration.pdf',
  label: 'Print the card',
  fileName: (n) => `calibration-${n}.pdf`,
};
/** the chart's speeds, km/h, and where an engine's range ends, rpm */
const FASTEST_KMH = 160;
const SPEED_STEP_KMH = 5;
const CHART_RPM = 4500;

/** Engine speed by gear and speed for each axle ratio, what a larger tyre takes away, and what is entered for it. */
@Component({
  selector: 'app-gearing',
  imports: [
    ReactiveFormsModule,
    RouterLink,
    MatButtonModule,
    MatFormFieldModule,
    MatProgressBarModule,
    MatSelectModule,
    FigureButton,
    HeadlineBlock,
    LineChart,
  ],
  providers: [MakeFile],
  templateUrl: './gearing.html',
  styleUrl: './gearing.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GearingView {
  protected readonly view = inject(JobView);
  protected readonly files = inject(MakeFile);
  protected readonly card = CARD;
  protected readonly ways = CALIBRATION_WORDS;
  protected readonly gearing = computed(() => this.view.assessment()?.gearing ?? null);
  protected readonly ratios = computed(() => this.view.assessment()?.vehicle?.platform.axleRatios ?? []);
  protected readonly headline = computed(() => gearingHeadline(this.gearing()));
  protected readonly form = new FormGroup({
    axleRatio: new FormControl<number | null>(null),
    newAxleRatio: new FormControl<number | null>(null),
  });
  private readonly picked = signal<number | null>(null);
  /** the ratio whose lines are drawn: the one looked at, else what will be in it, else the first listed */
  protected readonly shown = computed(() => {
    const g = this.gearing();
    return this.picked() ?? g?.after ?? g?.rows[0]?.axle ?? null;
  });
  protected readonly lines = computed<LineChartData | null>(() => {
    const [g, axle] = [this.gearing(), this.shown()];
    if (!g || axle === null) return null;
    const speeds = Array.from({ length: FASTEST_KMH / SPEED_STEP_KMH + 1 }, (_, i) => i * SPEED_STEP_KMH);
    const line = (gear: number, ratio: number, rollingRadiusMm: number) =>
      speeds.map((speedKmh) => {
        const rpm = engineRpm({ speedKmh, gear, axle: ratio, transfer: 1, rollingRadiusMm });
        return { x: speedKmh, y: rpm > CHART_RPM ? null : rpm };
      });
    const top = g.gears.at(-1) ?? 1;
    const row = g.rows.find((r) => r.axle === axle);
    const was = g.rows.find((r) => r.axle === g.inVehicle);
    return {
      title: `Engine speed by gear and speed with ${formatDecimal(axle, 2)} axles`,
      xTitle: 'speed, km/h',
      yTitle: 'engine, rpm',
      x: [0, FASTEST_KMH],
      y: [0, CHART_RPM],
      lines: [
        ...g.gears.map((gear, i) => ({
          label: String(i + 1),
          tone: i === g.gears.length - 1 ? ('strong' as const) : ('plain' as const),
          points: line(gear, axle, g.rollingMm.target),
        })),
        ...(was
          ? [
              {
                label: `top, today’s tyre, ${formatDecimal(was.axle, 2)}`,
                tone: 'quiet' as const,
                dashed: true,
                points: line(top, was.axle, g.rollingMm.today),
              },
            ]
          : []),
      ],
      spots: [
        ...(was ? [{ x: g.cruisingKmh, y: was.today.value, label: 'cruising today' }] : []),
        ...(row && (!was || Math.abs(row.target.value - was.today.value) > 60)
          ? [{ x: g.cruisingKmh, y: row.target.value, label: 'with the new tyre' }]
          : []),
      ],
      uprights: [{ x: g.cruisingKmh, label: `${g.cruisingKmh} km/h` }],
    };
  });
  protected readonly cardRows = computed<
    readonly { readonly name: string; readonly figure: Figure; readonly digits: number }[]
  >(() => {
    const c = this.gearing()?.card;
    if (!c) return [];
    const row = (name: string, figure: Figure | null, digits: number) =>
      figure ? [{ name, figure, digits }] : [];
    return [
      ...row('Circumference', c.circumference, 0),
      ...row('Turns', c.revsPerKm, 1),
      ...row('Turns, per mile', c.revsPerMile, 1),
      ...row('Pressure front, start', c.pressure.front, 0),
      ...row('Pressure rear, start', c.pressure.rear, 0),
      ...row('Shows 50 until entered, true', c.at50, 1),
      ...row('Shows 100 until entered, true', c.at100, 1),
      ...row('100 on the odometer, true', c.odometer, 1),
    ];
  });
  protected readonly ratio = (v: number) => formatDecimal(v, 2);
  protected readonly rpm = (v: number) => formatDecimal(v, 0);

  constructor() {
    linkSection('tire', this.form);
  }
  protected look(axle: number): void {
    this.picked.set(axle);
  }
}
