import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  advisedNeeds,
  needKey,
  openNeeds,
  type Fastening,
  type Figure,
  type PartsLine,
  type WorkStep,
} from '@rigger/core';
import {
  decisionText,
  DISCLAIMER,
  duration,
  fasteningText,
  FIGURE_WORDS,
  HAZARD_WORDS,
  lineProvenance,
  NEED_WORDS,
  needText,
  plural,
  quantity,
  besideText,
  boxText,
  settingsText,
  stepCautions,
  sheetHeadline,
  codeText,
  inUnits,
  stepText,
  wedgeText,
} from '@rigger/wording';
import { JobView } from '../../data/job-view';
import { MakeFile, type Export } from '../../data/make-file';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { MakingFile } from '../../ui/making-file';
import { UnreadableNotice } from '../../ui/unreadable-notice';

export const EXPORTS: readonly Export[] = [
  { what: 'sheet.pdf', label: 'Print to PDF', fileName: (n) => `build-sheet-${n}.pdf` },
  { what: 'file', label: 'Save as file', fileName: (n) => `job-${n}.json` },
];

/** What is bought and what is done, in order, with the caution at the step. */
@Component({
  selector: 'app-plan',
  imports: [RouterLink, MatButtonModule, HeadlineBlock, MakingFile, UnreadableNotice],
  providers: [MakeFile],
  templateUrl: './plan.html',
  styleUrl: './plan.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanView {
  protected readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  protected readonly files = inject(MakeFile);
  protected readonly exports = EXPORTS;
  protected readonly disclaimer = DISCLAIMER;
  protected readonly hazards = HAZARD_WORDS;
  protected readonly needWords = NEED_WORDS;
  protected readonly text = (s: WorkStep) => stepText(s, this.shop.style());
  protected readonly code = codeText;
  protected readonly said = (text: string) => inUnits(text, this.shop.style());
  protected readonly wedge = wedgeText;
  protected readonly joint = (f: Fastening, s: WorkStep) => fasteningText(f, this.shop.style(), s);
  protected readonly figure = (f: Figure) =>
    `${FIGURE_WORDS[f.name]}: ${quantity(f.value, f.unit, this.shop.style())}`;
  protected readonly hours = duration;
  protected readonly settings = settingsText;
  protected readonly box = boxText;
  protected readonly beside = besideText;
  protected readonly cautions = stepCautions;
  protected readonly headline = computed(() => {
    return this.view.assessment() && sheetHeadline(this.view.plan(), this.view.lines().length);
  });
  protected readonly open = computed(() => {
    const a = this.view.assessment();
    const decisions = this.view.sections()?.build.decisions ?? {};
    const needs = a?.needs ?? [];
    return [...openNeeds(needs), ...advisedNeeds(needs)].map((n) => ({
      verdict: n.verdict,
      text: `${needText(n, this.shop.style(), a?.vehicle?.platform ?? null)}${n.verdict === 'advised' ? ` ${decisionText(decisions[needKey(n)])}` : ''}`,
    }));
  });
  protected readonly provenance = (l: PartsLine) => lineProvenance(l);
  protected readonly stock = (l: PartsLine) =>
    l.onHand === null
      ? ''
      : l.onHand >= l.quantity
        ? 'in stock'
        : l.leadDays === null
          ? ''
          : `${plural(l.leadDays, 'day')} to come`;
  protected readonly where = (s: WorkStep) =>
    [s.axle === 'vehicle' ? '' : s.axle, duration(s.minutes), ...s.parts].filter(Boolean).join(' · ');
}
