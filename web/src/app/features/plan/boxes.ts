import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import {
  arrivalOf,
  BOX_FAULTS,
  contentsOf,
  withBox,
  type Arrival,
  type Box,
  type PartsLine,
} from '@rigger/core';
import {
  ARRIVED_WORDS,
  besideText,
  boxesHeadline,
  codeText,
  personTime,
  findingText,
  inUnits,
  lineProvenance,
  localDay,
  piecesShort,
  shortDay,
  allTheSameText,
  stageText,
} from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { DayField } from '../../ui/day-field';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';
import { BoxesModel } from './boxes-model';

const COUNT = [0, 999] as const;
const FAULT_WORDS = { wrong: 'wrong part', damaged: 'damaged' } as const;

/** Every line of the parts list on its way: ordered, come, counted; and what that means for the work. */
@Component({
  selector: 'app-boxes',
  imports: [
    FormsModule,
    RouterLink,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    DayField,
    HeadlineBlock,
    NumberField,
  ],
  providers: [BoxesModel],
  templateUrl: './boxes.html',
  styleUrl: './boxes.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BoxesView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  protected readonly model = inject(BoxesModel);
  protected readonly words = ARRIVED_WORDS;
  protected readonly faults = BOX_FAULTS.map((fault) => ({ fault, name: FAULT_WORDS[fault] }));
  protected readonly count = COUNT;
  protected readonly code = codeText;
  protected readonly beside = besideText;
  protected readonly short = piecesShort;
  protected readonly person = personTime;
  protected readonly provenance = lineProvenance;
  protected readonly said = (text: string) => inUnits(text, this.shop.style());
  private readonly today = localDay(new Date());

  protected readonly rows = computed(() => {
    const [lines, sections] = [this.view.lines(), this.store.sections()];
    if (!sections) return [];
    return lines.map((line) => ({
      line,
      arrival: arrivalOf(line, sections.boxes, this.today),
      contents: contentsOf(line),
    }));
  });
  protected readonly headline = computed(() =>
    boxesHeadline(
      this.rows().map((r) => r.arrival),
      this.store.sections()?.head.promiseDate ?? null,
    ),
  );
  protected readonly opened = signal<string | null>(null);
  protected when(a: Arrival): string {
    const { box } = a;
    if (box?.receivedOn) return `came ${shortDay(box.receivedOn)}`;
    if (a.here) return '';
    if (a.state === 'late') return box?.expectedOn ? `was due ${shortDay(box.expectedOn)}` : '';
    return a.day === null
      ? 'no day said'
      : `${a.state === 'asked' ? 'could come' : 'comes'} ${shortDay(a.day)}`;
  }
  protected readonly stages = computed(() => {
    const s = this.model.staged();
    if (!s) return null;
    const names = new Map(this.view.lines().map((l) => [l.code, l.name]));
    const style = this.shop.style();
    const platform = this.view.assessment()?.vehicle?.platform ?? null;
    return {
      shut: s.keepShut,
      again: s.againMinutes,
      once: s.once,
      list: s.stages.map((x) => ({
        text: stageText(x, style, (c) => names.get(c) ?? c),
        waits: x.waits.map((c) => names.get(c) ?? c).join(', '),
        allTheSame: x.allTheSame && allTheSameText(x.allTheSame, style),
        because: x.allTheSame?.because.map((n) => findingText(n.finding, style, platform)) ?? [],
      })),
    };
  });
  protected readonly day = shortDay;

  protected change(line: PartsLine, change: Partial<Box>): void {
    const list = this.store.sections()?.boxes.list;
    if (!list) return;
    this.store.patch('boxes', { list: withBox(list, line.code, change) }, `list.${line.code}`);
  }
  protected order(line: PartsLine): void {
    this.change(line, { orderedOn: this.today });
    this.opened.set(line.code);
  }
  /** Here, and all of it: whoever counts less says so piece by piece. */
  protected receive(line: PartsLine): void {
    this.change(line, { receivedOn: this.today, fault: null });
  }
  protected recount(line: PartsLine, name: string, got: number | null): void {
    const box = this.store.sections()?.boxes.list.find((b) => b.code === line.code);
    const rest = Object.fromEntries(Object.entries(box?.counted ?? {}).filter(([k]) => k !== name));
    this.change(line, { counted: got === null ? rest : { ...rest, [name]: got } });
  }
}
