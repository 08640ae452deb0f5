import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, FormGroup, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatRadioModule } from '@angular/material/radio';
import { MatSelectModule } from '@angular/material/select';
import { ENTRY_LIMITS } from '@rigger/contracts';
import { STAGES, USES, usageSum, type Stage, type Stand, type Use } from '@rigger/core';
import { briefHeadline, STAGE_WORDS, USE_WORDS } from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { linkSection } from '../../data/link-section';
import { Shop } from '../../data/shop';
import { DayField } from '../../ui/day-field';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';

/** What the vehicle is for; every field is saved as it is typed. */
@Component({
  selector: 'app-brief',
  imports: [
    FormsModule,
    ReactiveFormsModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    MatRadioModule,
    MatCheckboxModule,
    DayField,
    HeadlineBlock,
    NumberField,
  ],
  templateUrl: './brief.html',
  styleUrl: './brief.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BriefView {
  protected readonly store = inject(JobStore);
  protected readonly shop = inject(Shop);
  protected readonly limits = ENTRY_LIMITS;
  protected readonly uses = USES;
  protected readonly useWords = USE_WORDS;
  protected readonly stages = STAGES;
  protected readonly stageWords = STAGE_WORDS;
  protected readonly headline = computed(() => {
    const s = this.store.sections();
    return s && briefHeadline(s, this.shop.style());
  });
  protected readonly sum = computed(() =>
    usageSum(
      this.store.sections()?.brief.usage ?? { highway: 0, gravel: 0, rock: 0, mud: 0, load: 0, tow: 0 },
    ),
  );
  protected readonly mix = computed(() => {
    const usage = this.store.sections()?.brief.usage;
    let x = 0;
    return USES.flatMap((use) => {
      const share = usage?.[use] ?? 0;
      const from = x;
      x += share;
      return share > 0 ? [{ use, from, share }] : [];
    });
  });
  private readonly text = (value = '') => new FormControl(value, { nonNullable: true });
  protected readonly head = new FormGroup({
    customer: this.text(),
    trade: this.text(),
    phone: this.text(),
    stage: new FormControl<Stage>('brief', { nonNullable: true }),
    promiseDate: new FormControl<string | null>(null),
  });
  protected readonly form = new FormGroup({
    driver: this.text(),
    payloadKg: new FormControl<number | null>(null),
    tongueKg: new FormControl<number | null>(null),
    budgetMinor: new FormControl<number | null>(null),
    neededBy: new FormControl<string | null>(null),
    reversibleOnly: new FormControl(false, { nonNullable: true }),
    heightLimitMm: new FormControl<number | null>(null),
    heightLimitWhat: this.text(),
    stance: new FormControl<Stand | null>(null),
    chains: new FormControl(false, { nonNullable: true }),
    cruisingKmh: new FormControl<number | null>(null),
    notes: this.text(),
  });

  constructor() {
    linkSection('head', this.head);
    linkSection('brief', this.form);
  }
  protected readonly usageOf = (use: Use) => this.store.sections()?.brief.usage[use] ?? 0;
  protected share(use: Use, value: number | null): void {
    const usage = this.store.sections()?.brief.usage;
    if (usage) this.store.patch('brief', { usage: { ...usage, [use]: value ?? 0 } }, `usage.${use}`);
  }
}
