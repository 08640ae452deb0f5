import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Figure } from '@rigger/core';
import { LOAD_CASE_WORDS, FIGURE_WORDS, figureText, FORMULA_WORDS, provenanceText } from '@rigger/wording';
import { Shop } from '../data/shop';
import { Why } from '../data/why';

/** The because-chain of a figure: inputs, formula, limits and provenance, on one chalk line. */
@Component({
  selector: 'app-why-panel',
  imports: [NgTemplateOutlet, MatButtonModule],
  template: `
    @if (why.open(); as open) {
      <section aria-label="Why">
        <div class="top">
          <h2 id="why" tabindex="-1">Why {{ text(open.figure) }}?</h2>
          <button matButton type="button" (click)="why.close()">Close</button>
        </div>
        <p class="small">{{ open.asked }}</p>
        @if (open.figure.formula; as f) {
          <p class="formula">{{ formulas[f] }}</p>
        }
        @if (widest(open.figure); as w) {
          <p>Widest doubt: {{ w }}</p>
        }
        @if (limitText(open.figure); as l) {
          <p class="need">{{ l }}</p>
        }
        @if (open.figure.from) {
          <p class="small">{{ open.figure.from }}</p>
        }
        @if (open.figure.because.length > 0) {
          <ng-container
            [ngTemplateOutlet]="chain"
            [ngTemplateOutletContext]="{ $implicit: open.figure.because }"
          />
        } @else {
          <p class="small">{{ truths[open.figure.truth] }}</p>
        }
      </section>
    }
    <ng-template #chain let-list>
      <ul>
        @for (f of asFigures(list); track $index) {
          <li>
            <span>{{ words[f.name] }}</span>
            <span class="value" [class]="f.truth">{{ text(f) }}</span>
            <span class="small"
              >{{ truths[f.truth] }}{{ f.loadCase ? ' · ' + cases[f.loadCase] : ''
              }}{{ f.from ? ' · ' + f.from : '' }}{{ f.provenance ? ' · ' + provenance(f) : '' }}</span
            >
            @if (f.formula; as formula) {
              <span class="small">{{ formulas[formula] }}</span>
            }
            @if (f.because.length > 0) {
              <ng-container [ngTemplateOutlet]="chain" [ngTemplateOutletContext]="{ $implicit: f.because }" />
            }
          </li>
        }
      </ul>
    </ng-template>
  `,
  styles: `
    .top {
      display: flex;
      align-items: baseline;
      justify-content: space-between;
      gap: 8px;
    }
    ul {
      list-style: none;
      margin: 8px 0 0 5px;
      border-left: 2px solid var(--hair);
    }
    li {
      position: relative;
      padding: 0 0 8px 14px;
    }
    li::before {
      content: '';
      position: absolute;
      left: -5px;
      top: 9px;
      width: 9px;
      border-top: 2px solid var(--ink);
    }
    li > span {
      display: block;
    }
    .value {
      font-family: var(--mono);
      font-weight: 450;
    }
    .measured {
      font-weight: 650;
    }
    .claimed {
      font-style: italic;
    }
    .formula {
      color: var(--ink-2);
      margin-top: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhyPanel {
  protected readonly why = inject(Why);
  private readonly shop = inject(Shop);
  protected readonly words = FIGURE_WORDS;
  protected readonly formulas = FORMULA_WORDS;
  protected readonly truths = {
    computed: 'computed',
    claimed: 'maker says',
    measured: 'measured here',
    given: 'from the record',
  } as const;
  protected readonly text = (f: Figure) => figureText(f, this.shop.style());
  protected readonly cases = LOAD_CASE_WORDS;
  protected readonly asFigures = (list: unknown) => list as readonly Figure[];
  protected readonly provenance = (f: Figure) => (f.provenance ? provenanceText(f.provenance) : '');
  /** which input the range of a forecast comes from most */
  protected widest(f: Figure): string {
    const most = f.because
      .filter((b) => b.name.endsWith('-tolerance'))
      .reduce<Figure | null>((best, b) => (best && best.value >= b.value ? best : b), null);
    if (!most || most.value <= 0) return '';
    const by = most.because[0];
    const words = FIGURE_WORDS[most.name].replace(/^Doubt: /, '');
    return by ? `${words} ± ${figureText(by, this.shop.style())}` : words;
  }
  protected limitText(f: Figure): string {
    if (!f.limit) return '';
    const { min, max } = f.limit;
    const at = (value: number) => figureText({ ...f, value, plusMinus: undefined }, this.shop.style());
    return [min === undefined ? '' : `at least ${at(min)}`, max === undefined ? '' : `at most ${at(max)}`]
      .filter(Boolean)
      .join(', ');
  }
}
