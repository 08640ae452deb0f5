import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { JobView } from '../../data/job-view';
import { MakeFile, type Export } from '../../data/make-file';
import { HeadlineBlock } from '../../ui/headline';
import { MakingFile } from '../../ui/making-file';
import { UnreadableNotice } from '../../ui/unreadable-notice';

interface Paper {
  readonly name: string;
  readonly whose: string;
  readonly says: string;
  readonly forms: readonly Export[];
  /** can be had without a vehicle */
  readonly always?: true;
}
const PAPERS: readonly Paper[] = [
  {
    name: 'Build sheet',
    whose: 'bay',
    says: 'Order of work with cautions, torques by whose word they are, orientation, bags. No prices.',
    forms: [{ what: 'sheet.pdf', label: 'PDF', fileName: (n) => `build-sheet-${n}.pdf` }],
  },
  {
    name: 'Rack sheet',
    whose: 'rack',
    says: 'Window of each angle, where the new height leaves it, what the adjusters reach, before and after.',
    forms: [{ what: 'rack.pdf', label: 'PDF', fileName: (n) => `rack-${n}.pdf` }],
  },
  {
    name: 'Tool list',
    whose: 'bay',
    says: 'Tools by step and whether the shop has each, what is used up, what is never used twice, bags.',
    forms: [{ what: 'tools.pdf', label: 'PDF', fileName: (n) => `tools-${n}.pdf` }],
  },
  {
    name: 'Labels',
    whose: 'bay',
    says: 'One for each bag and box, on A4 sheets of eight, fourteen or twenty-one labels.',
    forms: ([8, 14, 21] as const).map((on) => ({
      what: `labels-${on}.pdf` as const,
      label: `${on} a sheet`,
      fileName: (n) => `labels-${n}-${on}.pdf`,
    })),
  },
  {
    name: 'Parts list',
    whose: 'buyer',
    says: 'Every line with its price. The pick list of all jobs is under Buyer.',
    forms: [{ what: 'parts.csv', label: 'CSV', fileName: (n) => `parts-${n}.csv` }],
  },
  {
    name: 'Calibration card',
    whose: 'counter',
    says: 'What is entered for the new tyre.',
    forms: [{ what: 'calibration.pdf', label: 'PDF', fileName: (n) => `calibration-${n}.pdf` }],
  },
  {
    name: 'Calendar',
    whose: 'counter',
    says: 'Bay, promise, and the visit once springs have settled, with the distances for torques again.',
    forms: [{ what: 'plan.ics', label: 'Calendar file', fileName: (n) => `plan-${n}.ics` }],
  },
  {
    name: 'The plan as data',
    whose: '',
    says: 'Steps, joints, minutes, for another program.',
    forms: [{ what: 'plan.json', label: 'JSON', fileName: (n) => `plan-${n}.json` }],
  },
  {
    name: 'The job',
    whose: '',
    says: 'All of it as one file; read in again it is the same.',
    forms: [{ what: 'file', label: 'File', fileName: (n) => `job-${n}.json` }],
    always: true,
  },
];

/** Every paper of the job, for whom it is and what stands on it. */
@Component({
  selector: 'app-papers',
  imports: [RouterLink, MatButtonModule, HeadlineBlock, MakingFile, UnreadableNotice],
  providers: [MakeFile],
  template: `
    <app-headline [of]="headline()" />
    <app-unreadable-notice done="printed" />
    <app-making-file />
    <table class="ruled" data-start>
      <tbody>
        @for (p of papers; track p.name) {
          <tr>
            <th scope="row">
              {{ p.name }}
              @if (p.whose) {
                <span class="small block">for the {{ p.whose }}</span>
              }
            </th>
            <td>{{ p.says }}</td>
            <td class="forms">
              @for (x of p.forms; track x.what) {
                <button
                  matButton="outlined"
                  type="button"
                  (click)="files.make(x)"
                  [attr.aria-label]="p.name + ', ' + x.label"
                  [attr.aria-disabled]="files.making() !== null"
                  [disabled]="!p.always && !ready()"
                >
                  {{ x.label }}
                </button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    <p class="small">
      The quote, with every revision that was given, is a place of its own:
      <a routerLink="../quote">Quote</a>.
    </p>
  `,
  styles: `
    th {
      text-align: left;
      font-weight: 600;
      white-space: nowrap;
      padding-right: 24px;
    }
    .block {
      display: block;
      font-weight: 400;
    }
    td,
    th {
      vertical-align: middle;
      padding-top: 8px;
      padding-bottom: 8px;
    }
    .forms {
      text-align: right;
      white-space: nowrap;
    }
    .forms button + button {
      margin-left: 8px;
    }
    table {
      max-width: 1000px;
      margin-bottom: 14px;
    }
    a {
      color: var(--heather);
    }
    @media (max-width: 640px) {
      tr {
        display: grid;
      }
      .forms {
        text-align: left;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PapersView {
  private readonly view = inject(JobView);
  protected readonly files = inject(MakeFile);
  protected readonly papers = PAPERS;
  protected readonly ready = computed(() => this.view.plan() !== null && this.view.unreadable().length === 0);
  protected readonly headline = computed(() => ({
    sentence: this.ready()
      ? `${PAPERS.length} papers, each for one pair of hands.`
      : 'Nothing can be printed yet.',
    consequence: this.ready()
      ? 'Prices stand on the quote and the parts list only; torques on the build sheet only.'
      : 'Papers start with the vehicle, and wait until every entry can be read.',
  }));
}
