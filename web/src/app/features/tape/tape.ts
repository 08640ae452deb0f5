import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, FormGroup, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatRadioModule } from '@angular/material/radio';
import { formatInches16, formatLength, type Corner, type Need } from '@rigger/core';
import { findingText, length, lengthFaultText, tapeHeadline } from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { linkSection } from '../../data/link-section';
import { Shop } from '../../data/shop';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';

const NAMES: readonly (readonly [Corner, string])[] = [
  ['leftFront', 'Left front'],
  ['rightFront', 'Right front'],
  ['leftRear', 'Left rear'],
  ['rightRear', 'Right rear'],
];

/** Hub to arch at four corners, read in both units and judged. */
@Component({
  selector: 'app-tape',
  imports: [
    FormsModule,
    ReactiveFormsModule,
    MatFormFieldModule,
    MatInputModule,
    MatRadioModule,
    HeadlineBlock,
    FigureButton,
  ],
  templateUrl: './tape.html',
  styleUrl: './tape.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TapeView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  protected readonly reading = computed(() => this.view.assessment()?.tape ?? null);
  protected readonly platform = computed(() => this.view.assessment()?.vehicle?.platform ?? null);
  protected readonly headline = computed(() => {
    const t = this.reading();
    return t && tapeHeadline(t, this.view.assessment()?.needs ?? [], this.shop.style());
  });
  protected readonly form = new FormGroup({
    readFrom: new FormControl<'hub' | 'ground'>('hub', { nonNullable: true }),
    fuel: new FormControl('', { nonNullable: true }),
    notes: new FormControl('', { nonNullable: true }),
  });
  protected readonly corners = computed(() =>
    NAMES.map(([corner, name]) => {
      const read = this.reading()?.corners[corner];
      const text = this.store.sections()?.tape.corners[corner] ?? '';
      const good = read && 'reading' in read ? read.reading : null;
      const bad =
        read && 'fault' in read && read.fault.code !== 'length-empty'
          ? lengthFaultText(read.fault, this.shop.style(), this.form.controls.readFrom.value)
          : null;
      return {
        corner,
        name,
        text,
        bad,
        both: good
          ? `${formatLength(good.mm, 'mm')} · ${formatInches16(good.mm)} in${good.unitAssumed ? ` (read as ${good.unit === 'in' ? 'inches' : 'mm'})` : ''}`
          : '',
      };
    }),
  );
  /** of the difference between the arches, what this body has when it stands level */
  protected readonly own = computed(() => {
    const mm = this.platform()?.levelArchDifferenceMm ?? 0;
    return mm === 0
      ? ''
      : `; ${length(Math.abs(mm), this.shop.style())} of the arches’ difference ${mm > 0 ? 'is' : 'against it is'} the body’s own`;
  });
  protected readonly axles = computed(() =>
    (['front', 'rear'] as const).map((axle) => {
      const spec = this.platform()?.[axle];
      const sides = this.reading()?.sides[axle] ?? null;
      return {
        name: axle === 'front' ? 'Front' : 'Rear',
        mean: this.reading()?.[axle] ?? null,
        difference: sides && sides.left.value - sides.right.value,
        ordinary: spec
          ? `${length(spec.archMm - spec.archToleranceMm, this.shop.style())} to ${length(spec.archMm + spec.archToleranceMm, this.shop.style())}`
          : 'vehicle not known yet',
      };
    }),
  );
  constructor() {
    linkSection('tape', this.form);
  }
  protected write(corner: Corner, text: string): void {
    const corners = this.store.sections()?.tape.corners;
    if (corners) this.store.patch('tape', { corners: { ...corners, [corner]: text } }, `corners.${corner}`);
  }
  protected readonly findings = computed(() =>
    (this.view.assessment()?.needs ?? []).filter((n) => n.topic === 'tape'),
  );
  protected readonly say = (n: Need) => findingText(n.finding, this.shop.style(), this.platform());
  protected difference(mm: number): string {
    if (mm === 0) return 'equal';
    return `${mm < 0 ? 'left' : 'right'} ${length(Math.abs(mm), this.shop.style())} lower`;
  }
}
