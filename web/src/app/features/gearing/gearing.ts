import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSelectModule } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { AXLES, formatDecimal, gearBands, type Figure } from '@rigger/core';
import { CALIBRATION_WORDS, gearingHeadline, LOAD_CASE_WORDS, quantity } from '@rigger/wording';
import { JobView } from '../../data/job-view';
import { linkSection } from '../../data/link-section';
import { MakeFile, type Export } from '../../data/make-file';
import { Shop } from '../../data/shop';
import { GearTape, type Gears } from '../../drawing/gear-tape';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';

const CARD: Export = {
  what: 'calibration.pdf',
  label: 'Print the card',
  fileName: (n) => `calibration-${n}.pdf`,
};
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
    GearTape,
  ],
  providers: [MakeFile],
  templateUrl: './gearing.html',
  styleUrl: './gearing.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GearingView {
  private readonly shop = inject(Shop);
  protected readonly view = inject(JobView);
  protected readonly files = inject(MakeFile);
  protected readonly card = CARD;
  protected readonly ways = CALIBRATION_WORDS;
  protected readonly gearing = computed(() => this.view.assessment()?.gearing ?? null);
  protected readonly ratios = computed(() => this.view.assessment()?.vehicle?.platform.axleRatios ?? []);
  protected readonly headline = computed(() => gearingHeadline(this.gearing(), this.shop.style()));
  protected readonly form = new FormGroup({
    axleRatio: new FormControl<number | null>(null),
    newAxleRatio: new FormControl<number | null>(null),
  });
  private readonly picked = signal<number | null>(null);
  /** the ratio whose gears are drawn: the one looked at, else what will be in it, else the first listed */
  protected readonly shown = computed(() => {
    const g = this.gearing();
    return this.picked() ?? g?.after ?? g?.rows[0]?.axle ?? null;
  });
  protected readonly bands = computed<Gears | null>(() => {
    const [g, axle, engine] = [
      this.gearing(),
      this.shown(),
      this.view.assessment()?.vehicle?.platform.engine,
    ];
    if (!g || axle === null || !engine) return null;
    return {
      planned: gearBands(g.gears, axle, engine, g.rollingMm.target),
      today: g.inVehicle === null ? null : gearBands(g.gears, g.inVehicle, engine, g.rollingMm.today),
      cruisingKmh: g.cruisingKmh,
    };
  });
  protected readonly speed = (kmh: number) => quantity(kmh, 'km/h', this.shop.style(), 0);
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
      ...AXLES.flatMap((axle) => [
        ...row(`Pressure ${axle}, start, ${LOAD_CASE_WORDS['as-used']}`, c.pressure[axle].pressure, 0),
        ...row(`Pressure ${axle}, start, ${LOAD_CASE_WORDS.rated}`, c.pressure[axle].pressureRated, 0),
      ]),
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
