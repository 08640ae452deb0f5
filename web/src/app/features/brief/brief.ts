import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, FormGroup, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatRadioModule } from '@angular/material/radio';
import { MatSelectModule } from '@angular/material/select';
import { ENTRY_LIMITS } from '@rigger/contracts';
import {
  COMPLAINTS,
  NO_USE,
  readMix,
  STAGES,
  STANDS,
  USES,
  usageSum,
  WISHES,
  type Complaint,
  type Stage,
  type Stand,
  type Use,
  type Wish,
} from '@rigger/core';
import {
  briefHeadline,
  COMPLAINT_WORDS,
  STAGE_WORDS,
  STAND_LABELS,
  USE_WORDS,
  WISH_WORDS,
} from '@rigger/wording';
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
  protected readonly wishes = WISHES;
  protected readonly wishWords = WISH_WORDS;
  protected readonly stands = STANDS;
  protected readonly standLabels = STAND_LABELS;
  protected readonly complaints = COMPLAINTS;
  protected readonly complaintWords = COMPLAINT_WORDS;
  protected readonly headline = computed(() => {
    const s = this.store.sections();
    return s && briefHeadline(s, this.shop.style());
  });
  protected readonly sum = computed(() => usageSum(this.store.sections()?.brief.usage ?? NO_USE));
  private readonly mixRead = computed(() => readMix(this.store.sections()?.brief.usageWords ?? ''));
  /** what the words came to, or how to write them */
  protected readonly readAs = computed(() => {
    const words = this.store.sections()?.brief.usageWords.trim() ?? '';
    const read = this.mixRead();
    if (words === '') return 'mostly highway, some mud';
    if (!read) return `No use in it: ${USES.join(', ')}.`;
    return read.unread.length === 0
      ? 'Sets the shares below; change them as you like.'
      : `Not used: ${read.unread.join(', ')}.`;
  });
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
    email: this.text(),
    stage: new FormControl<Stage>('brief', { nonNullable: true }),
    promiseDate: new FormControl<string | null>(null),
  });
  protected readonly form = new FormGroup({
    usageWords: this.text(),
    complaintKind: new FormControl<Complaint | null>(null),
    complaint: this.text(),
    complaintSince: this.text(),
    wish: new FormControl<Wish | null>(null),
    frontTargetMm: new FormControl<number | null>(null),
    frontToleranceMm: new FormControl<number | null>(null),
    rearTargetMm: new FormControl<number | null>(null),
    rearToleranceMm: new FormControl<number | null>(null),
    noseUpMostMm: new FormControl<number | null>(null),
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
  /** when the words are left, their shares are set: one step, that can be undone */
  protected readWords(): void {
    const read = this.mixRead();
    if (read) this.store.patch('brief', { usage: read.usage }, 'usage');
  }
  protected readonly usageOf = (use: Use) => this.store.sections()?.brief.usage[use] ?? 0;
  protected share(use: Use, value: number | null): void {
    const usage = this.store.sections()?.brief.usage;
    if (usage) this.store.patch('brief', { usage: { ...usage, [use]: value ?? 0 } }, `usage.${use}`);
  }
}
