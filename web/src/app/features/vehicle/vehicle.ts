import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, FormGroup, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatRadioModule } from '@angular/material/radio';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatSelectModule } from '@angular/material/select';
import { ENTRY_LIMITS } from '@rigger/contracts';
import {
  emptyChange,
  findVehicles,
  PLACES,
  type Accessory,
  type Change,
  type VariantField,
  type VehicleCandidate,
} from '@rigger/core';
import { PLACE_WORDS, plural, variantWords, vehicleHeadline } from '@rigger/wording';
import { Arrival } from '../../data/arrival';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { linkSection } from '../../data/link-section';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { DescribedFields } from '../../ui/described-fields';
import { NumberField } from '../../ui/number-field';

/** Which vehicle it is, what still matters to know, what has been changed and what stands on it. */
@Component({
  selector: 'app-vehicle',
  imports: [
    FormsModule,
    ReactiveFormsModule,
    MatAutocompleteModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatRadioModule,
    MatCheckboxModule,
    MatSelectModule,
    HeadlineBlock,
    DescribedFields,
    NumberField,
  ],
  templateUrl: './vehicle.html',
  styleUrl: './vehicle.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VehicleView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  private readonly arrival = inject(Arrival);
  protected readonly limits = ENTRY_LIMITS;
  protected readonly places = PLACES;
  protected readonly placeWords = PLACE_WORDS;
  protected readonly section = computed(() => this.store.sections()?.vehicle ?? null);
  protected readonly headline = computed(() => {
    const a = this.view.assessment();
    return a && vehicleHeadline(a);
  });
  protected readonly form = new FormGroup({
    query: new FormControl('', { nonNullable: true }),
    year: new FormControl<number | null>(null),
    plate: new FormControl('', { nonNullable: true }),
    vin: new FormControl('', { nonNullable: true }),
    mileageKm: new FormControl<number | null>(null),
    color: new FormControl('', { nonNullable: true }),
  });
  protected readonly candidates = computed(() =>
    findVehicles(this.section()?.query ?? '', this.shop.catalogue()?.platforms ?? []),
  );
  protected readonly vehicle = computed(() => this.view.assessment()?.vehicle ?? null);
  protected readonly yearRange = computed(() => this.vehicle()?.platform.years ?? ENTRY_LIMITS.year);
  /** somebody has written one of the four */
  protected readonly identified = computed(() => {
    const v = this.section();
    return v !== null && (v.plate !== '' || v.vin !== '' || v.color !== '' || v.mileageKm !== null);
  });
  protected readonly open = computed(() => this.view.assessment()?.questions ?? []);
  protected readonly answered = computed(() => {
    const v = this.vehicle();
    return v ? v.platform.variantFields.filter((f) => v.variant[f.key] !== undefined) : [];
  });
  /** lift parts of this platform that may be on it already */
  protected readonly knownParts = computed(() => {
    const code = this.vehicle()?.platform.code;
    return (this.shop.catalogue()?.parts ?? []).filter((p) =>
      p.applications.some((a) => a.platform === code),
    );
  });

  constructor() {
    linkSection('vehicle', this.form);
  }
  protected readonly shown = (c: VehicleCandidate) =>
    [c.platform.label, c.year ?? `${c.platform.years[0]}–${c.platform.years[1]}`, ...variantWords(c)].join(
      ' · ',
    );
  /** takes the vehicle of an option as the text says it now: a fast typist presses Enter before the list is drawn again */
  protected take(drawn: VehicleCandidate): void {
    const c = this.candidates().find((one) => one.platform.code === drawn.platform.code) ?? drawn;
    const now = this.section();
    const before = now?.platform === c.platform.code ? now.variant : {};
    const kept = Object.fromEntries(Object.entries(before).filter(([key]) => !c.unsure.includes(key)));
    this.store.patch(
      'vehicle',
      {
        query: this.form.controls.query.value,
        platform: c.platform.code,
        year: c.year ?? (now?.platform === c.platform.code ? now.year : null),
        variant: { ...kept, ...c.variant },
      },
      'finder',
    );
    this.arrival.next('.question', '#add-change');
  }
  protected leaveVehicle(): void {
    this.store.patch('vehicle', { platform: null, variant: {} }, 'finder');
  }
  protected answer(field: VariantField, value: string | null): void {
    const now = this.section();
    if (!now) return;
    const variant = Object.fromEntries(Object.entries(now.variant).filter(([k]) => k !== field.key));
    this.store.patch(
      'vehicle',
      { variant: value === null ? variant : { ...variant, [field.key]: value } },
      `variant.${field.key}`,
    );
    const asked = `#question-${field.key}`;
    this.arrival.next(value === null ? asked : `.question:not(${asked})`, '#add-change');
  }
  protected labelOf(field: VariantField): string {
    const value = this.vehicle()?.variant[field.key];
    return field.options.find((o) => o.value === value)?.label ?? '';
  }
  protected readonly waiting = (codes: readonly string[], forecast: boolean) =>
    [
      codes.length > 0
        ? `${plural(codes.length, 'part')} ${codes.length === 1 ? 'waits' : 'wait'} for it`
        : '',
      forecast ? 'changes weight or springs' : '',
    ]
      .filter(Boolean)
      .join('; ');

  protected addChange(): void {
    const id = crypto.randomUUID();
    this.store.patch(
      'vehicle',
      {
        changes: [...(this.section()?.changes ?? []), emptyChange(id)],
      },
      'changes',
    );
    this.arrival.next(`#row-${id}`);
  }
  protected editChange(id: string, change: Partial<Change>): void {
    this.store.patch(
      'vehicle',
      { changes: (this.section()?.changes ?? []).map((c) => (c.id === id ? { ...c, ...change } : c)) },
      `changes.${id}.${Object.keys(change).join()}`,
    );
  }
  protected dropChange(id: string): void {
    this.store.patch(
      'vehicle',
      { changes: (this.section()?.changes ?? []).filter((c) => c.id !== id) },
      'changes',
    );
    this.arrival.next('#add-change');
  }
  protected addAccessory(): void {
    const fresh: Accessory = {
      id: crypto.randomUUID(),
      what: '',
      massKg: null,
      place: 'front-bumper',
      addsHeightMm: null,
    };
    this.store.patch(
      'vehicle',
      { accessories: [...(this.section()?.accessories ?? []), fresh] },
      'accessories',
    );
    this.arrival.next(`#row-${fresh.id}`);
  }
  protected editAccessory(id: string, change: Partial<Accessory>): void {
    this.store.patch(
      'vehicle',
      {
        accessories: (this.section()?.accessories ?? []).map((a) => (a.id === id ? { ...a, ...change } : a)),
      },
      `accessories.${id}.${Object.keys(change).join()}`,
    );
  }
  protected dropAccessory(id: string): void {
    this.store.patch(
      'vehicle',
      { accessories: (this.section()?.accessories ?? []).filter((a) => a.id !== id) },
      'accessories',
    );
    this.arrival.next('#add-accessory');
  }
}
