import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { Figure, Need, SourceVerdict } from '@rigger/core';
import { provenanceText, VERDICT_WORDS } from '@rigger/wording';
import { FigureButton } from '../../ui/figure';

/** A source with its reasons in words. */
export interface SaidSource extends SourceVerdict {
  readonly claim: Figure | null;
  readonly body: Figure | null;
  readonly price: string;
  /** what is said of this source and not of all */
  readonly said: readonly (Need & { readonly text: string })[];
}

/** One lift source: a tick draws its own row again and no other. */
@Component({
  selector: '[app-source-row]',
  imports: [MatCheckboxModule, FigureButton],
  host: { '[class.chosen]': 'chosen()' },
  template: `
    @let s = of();
    <td class="pick">
      <mat-checkbox
        [checked]="chosen()"
        (change)="ticked.emit()"
        [aria-label]="'Choose ' + s.code + ' ' + s.name"
      />
    </td>
    <td>
      <strong>{{ s.name }}</strong>
      <span class="small block"
        >{{ s.maker }} <span class="mono">{{ s.code }}</span>
        @if (s.kind === 'kit') {
          · kit
        }
      </span>
    </td>
    <td>
      @if (s.lift; as lift) {
        <app-figure [figure]="lift" [digits]="0" [named]="s.name + ', lift'" />
        @if (s.body; as body) {
          <span class="block">+ <app-figure [figure]="body" [digits]="0" /> body</span>
        }
      } @else {
        <span class="small">none computed</span>
      }
      @if (s.claim; as c) {
        <span class="block small"><app-figure [figure]="c" [digits]="0" /></span>
      }
    </td>
    <td>
      <strong [class.need]="s.verdict !== 'fits'">{{ verdicts[s.verdict] }}</strong>
      @if (s.note) {
        <span class="reason">{{ s.note }}</span>
      }
      @if (s.provenance; as p) {
        <span class="reason">{{ provenanceOf(p) }}</span>
      }
      @for (r of s.said; track $index) {
        <span class="reason" [class.weighs]="r.verdict !== 'fits'"
          >{{ r.text }}
          @if (r.figure; as f) {
            <app-figure [figure]="f" word="why?" />
          }
        </span>
      }
    </td>
    <td class="num mono">{{ s.price }}</td>
  `,
  styles: `
    /* painted for itself: the rows beside a ticked one keep their picture */
    :host {
      position: relative;
      z-index: 0;
    }
    .block,
    .reason {
      display: block;
    }
    .pick {
      width: 34px;
      padding: 0 !important;
    }
    .num {
      white-space: nowrap;
      padding-right: 6px;
    }
    .reason {
      font-size: 13px;
      line-height: 1.35;
      color: var(--ink-2);
    }
    @media (max-width: 640px) {
      :host {
        display: block;
        padding-left: 40px !important;
      }
      .pick {
        position: absolute;
        left: -8px;
        top: 4px;
      }
      .num {
        text-align: left;
      }
    }
    .reason.weighs {
      color: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SourceRow {
  readonly of = input.required<SaidSource>();
  readonly chosen = input.required<boolean>();
  readonly ticked = output();
  protected readonly verdicts = VERDICT_WORDS;
  protected readonly provenanceOf = provenanceText;
}
