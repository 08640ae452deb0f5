import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, FormGroup, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { ENTRY_LIMITS } from '@rigger/contracts';
import {
  CONTACTS,
  CORNERS,
  NOT_FINISHED,
  type After,
  type AlignmentReading,
  type ContactCheck,
} from '@rigger/core';
import {
  afterHeadline,
  CONTACT_AT_WORDS,
  CONTACT_WORDS,
  CORNER_NAMES,
  duration,
  length,
  offText,
  TAPED_WHEN_WORDS,
} from '@rigger/wording';
import { Arrival } from '../../data/arrival';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { linkSection } from '../../data/link-section';
import { Shop } from '../../data/shop';
import { AlignmentTable } from '../../ui/alignment-table';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';
import { RoadTable } from '../../ui/road-table';

/** What came of the job: heights against the forecast, alignment, contact at lock and bump, the drive, the hours, and a line for the
 *  next one. */
@Component({
  selector: 'app-after',
  imports: [
    FormsModule,
    ReactiveFormsModule,
    RouterLink,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    AlignmentTable,
    FigureButton,
    HeadlineBlock,
    NumberField,
    RoadTable,
  ],
  templateUrl: './after.html',
  styleUrl: './after.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AfterView {
  private readonly store = inject(JobStore);
  private readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  private readonly arrival = inject(Arrival);
  protected readonly limits = ENTRY_LIMITS;
  protected readonly corners = CORNERS;
  protected readonly cornerNames = CORNER_NAMES;
  protected readonly contactsAs = CONTACTS;
  protected readonly contactWords = CONTACT_WORDS;
  protected readonly places = ['lock', 'bump', 'lock-and-bump'] as const;
  protected readonly placeWords = CONTACT_AT_WORDS;
  protected readonly section = computed(() => this.store.sections()?.after ?? NOT_FINISHED);
  protected readonly before = computed(() => this.store.sections()?.lookOver.road ?? {});
  private readonly rounds = computed(() => this.store.sections()?.tape.rounds ?? []);
  /** rounds after the work, each axle beside forecast and claim */
  protected readonly heights = computed(() =>
    (this.view.assessment()?.taped ?? []).flatMap((t) => {
      const round = this.rounds().find((r) => r.id === t.id);
      if (!round || round.when === 'before') return [];
      return (['front', 'rear'] as const).flatMap((axle) => {
        const a = t.axles[axle];
        return a.got
          ? [
              {
                key: t.id + axle,
                name: `${axle === 'front' ? 'Front' : 'Rear'}, ${TAPED_WHEN_WORDS[round.when]}`,
                got: a.got,
                forecast: a.forecast,
                claim: a.claimedMm === null ? '–' : length(a.claimedMm, this.shop.style()),
                off: a.offMm === null ? '–' : offText(a.offMm, this.shop.style()),
                outside: a.outside,
              },
            ]
          : [];
      });
    }),
  );
  protected readonly planned = computed(() => {
    const minutes = this.view.plan()?.personMinutes ?? 0;
    return minutes === 0 ? '' : `planned ${duration(minutes)}`;
  });
  protected readonly headline = computed(() => {
    const [job, a] = [this.store.sections(), this.view.assessment()];
    return job && a && afterHeadline(job, a, this.shop.style());
  });
  protected readonly form = new FormGroup({
    hoursTaken: new FormControl<number | null>(null),
    otherwise: new FormControl('', { nonNullable: true }),
    nextTime: new FormControl('', { nonNullable: true }),
  });
  constructor() {
    linkSection('after', this.form);
  }
  protected align(change: Partial<AlignmentReading>): void {
    this.patch(
      { alignment: { ...this.section().alignment, ...change } },
      `alignment.${Object.keys(change).join()}`,
    );
  }
  protected addContact(): void {
    const fresh: ContactCheck = {
      id: crypto.randomUUID(),
      corner: 'leftFront',
      at: 'lock',
      contact: 'none',
      note: '',
    };
    this.patch({ contacts: [...this.section().contacts, fresh] }, 'contacts');
    this.arrival.next(`#contact-${fresh.id}`);
  }
  protected editContact(id: string, change: Partial<ContactCheck>): void {
    this.patch(
      { contacts: this.section().contacts.map((c) => (c.id === id ? { ...c, ...change } : c)) },
      `contacts.${id}.${Object.keys(change).join()}`,
    );
  }
  protected dropContact(id: string): void {
    this.patch({ contacts: this.section().contacts.filter((c) => c.id !== id) }, 'contacts');
    this.arrival.next('#add-contact');
  }
  protected patch(change: Partial<After>, place: string): void {
    this.store.patch('after', change, place);
  }
}
