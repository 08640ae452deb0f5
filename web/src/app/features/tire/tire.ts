import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormControl, FormGroup, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { ENTRY_LIMITS, MOST_CANDIDATES } from '@rigger/contracts';
import {
  AXLES,
  formatDecimal,
  formatTireSize,
  inOrder,
  namesSize,
  parseTireSize,
  tiresOfSize,
  type Axle,
  type Figure,
  type Need,
  type TireCandidate,
  type RearWheels,
  type TireCheck,
  type TireSection,
  type TireItem,
} from '@rigger/core';
import {
  findingText,
  length,
  money,
  OBSTACLE_WORDS,
  quantity,
  sideBySideSentence,
  tireFaultText,
  tireHeadline,
  NEED_WORDS,
} from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { linkSection } from '../../data/link-section';
import { Shop } from '../../data/shop';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';
import { RubInputs } from '../../data/rub-inputs';
import { SideBySideModel } from './side-by-side';

interface Cell {
  readonly figure: Figure | null;
  /** words where there is no figure, or beside it */
  readonly text: string;
  readonly bad: boolean;
}
interface Row {
  readonly name: string;
  readonly digits: number | undefined;
  readonly today: Cell;
  readonly cells: readonly Cell[];
}
/** tyres of one spoken diameter differ by this much, mm */
const ABOUT_MM = 13;

/** Sizes side by side against today's: wheel, speed, clearance, mass, load. */
@Component({
  selector: 'app-tire',
  imports: [
    FormsModule,
    ReactiveFormsModule,
    MatAutocompleteModule,
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    RouterLink,
    FigureButton,
    HeadlineBlock,
    NumberField,
  ],
  providers: [RubInputs, SideBySideModel],
  templateUrl: './tire.html',
  styleUrl: './tire.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TireView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  protected readonly shop = inject(Shop);
  protected readonly beside = inject(SideBySideModel);
  protected readonly limits = ENTRY_LIMITS;
  protected readonly verdicts = NEED_WORDS;
  protected readonly section = computed(() => this.store.sections()?.tire ?? null);
  protected readonly reading = computed(() => this.view.assessment()?.tires ?? null);
  protected readonly check = computed(() => this.reading()?.check ?? null);
  protected readonly vehicle = computed(() => this.view.assessment()?.vehicle ?? null);
  protected readonly headline = computed(() => {
    const a = this.view.assessment();
    if (!a) return null;
    const h = tireHeadline(a.tires.check, a, this.shop.style());
    const columns = this.beside.columns();
    if (columns.length < 2) return h;
    const said = columns.map((c, i) => {
      const [front, rear] = [this.beside.checkOf('front', i), this.beside.checkOf('rear', i)];
      const open = [front, rear].filter((k) => k && !k.clears);
      const lifts = open.map((k) => k?.leastLiftMm ?? null);
      return {
        label: c.label,
        clears: front && rear ? open.length === 0 : null,
        leastLiftMm: lifts.some((l) => l === null) ? null : Math.max(0, ...lifts.map((l) => l ?? 0)),
      };
    });
    return { sentence: sideBySideSentence(said, this.shop.style()), consequence: h.consequence };
  });
  protected readonly form = new FormGroup({
    currentSize: new FormControl('', { nonNullable: true }),
    currentWheelWidthIn: new FormControl<number | null>(null),
    currentWheelOffsetMm: new FormControl<number | null>(null),
    wheelCode: new FormControl<string | null>(null),
    wheelWidthIn: new FormControl<number | null>(null),
    wheelOffsetMm: new FormControl<number | null>(null),
    loadIndex: new FormControl<number | null>(null),
  });
  protected readonly mostCandidates = MOST_CANDIDATES;
  protected readonly candidates = computed(() => this.section()?.candidates ?? []);
  /** what is typed for one more size, kept while it cannot be read */
  protected readonly another = signal('');
  protected readonly anotherFault = signal<string | null>(null);
  protected readonly currentFault = computed(() => this.faultOf(this.reading()?.currentFault ?? null));
  protected readonly targetFault = computed(() => this.faultOf(this.reading()?.targetFault ?? null));
  protected readonly rearFault = computed(() => this.faultOf(this.reading()?.rearFault ?? null));
  protected readonly currentRearFault = computed(() =>
    this.faultOf(this.reading()?.currentRearFault ?? null),
  );
  protected readonly wheel = computed(() =>
    this.shop.catalogue()?.wheels.find((w) => w.code === this.section()?.wheelCode),
  );
  protected readonly picked = computed(
    () => this.shop.catalogue()?.tires.find((t) => t.code === this.section()?.tireCode) ?? null,
  );
  /** tyres of exactly the size that is typed, while none is taken: without one the total has none */
  protected readonly sameSize = computed(() => {
    const c = this.check();
    return c && !this.picked() ? tiresOfSize(c.front.target.size, this.all()) : [];
  });
  /** a size said short: tyres about that large */
  protected readonly aboutThatLarge = computed(() => {
    const f = this.reading()?.targetFault;
    const short = f?.code === 'tire-size-unreadable' ? f.short : undefined;
    return short ? this.all().filter((t) => Math.abs(this.diameter(t) - short.diameterMm) <= ABOUT_MM) : [];
  });
  /** the catalogue's tyres by diameter */
  protected readonly all = computed(() =>
    [...(this.shop.catalogue()?.tires ?? [])].sort((a, b) => this.diameter(a) - this.diameter(b)),
  );
  /** those that have what is typed in their size, maker or name; all while nothing is typed */
  protected readonly offered = computed(() => {
    const typed = (this.section()?.targetSize ?? '').toLowerCase().replace(/\s/g, '');
    const hits = this.all().filter((t) =>
      `${t.size}${t.maker}${t.name}`.toLowerCase().replace(/\s/g, '').includes(typed),
    );
    if (typed === '' || this.picked()) return this.all();
    const exact = [...this.sameSize(), ...this.aboutThatLarge()];
    return exact.length > 0 ? exact : hits;
  });
  /** sizes the field must know by themselves: the sidewall of the target carries a load index only sometimes */
  protected readonly asksLoadIndex = computed(() => {
    const c = this.check();
    return c !== null && c.front.target.size.loadIndex === null;
  });
  protected readonly stock = computed(() => {
    const p = this.vehicle()?.platform;
    return p
      ? {
          size: p.stockTire,
          wheel: `${formatDecimal(p.stockWheel.widthIn, 1)} in, offset ${p.stockWheel.offsetMm} mm`,
        }
      : null;
  });
  protected readonly todayName = computed(() => {
    const c = this.beside.columns()[0]?.check;
    return c ? `${formatTireSize(c.front.today.size)}${c.front.today.assumed ? ', as built' : ''}` : '';
  });
  protected readonly rows = computed<readonly Row[]>(() => {
    const columns = this.beside.columns();
    const [first] = columns;
    if (!first) return [];
    const style = this.shop.style();
    const none: Cell = { figure: null, text: '–', bad: false };
    const cell = (figure: Figure | null, text = figure ? '' : '–', bad = false): Cell => ({
      figure,
      text,
      bad,
    });
    const row = (
      name: string,
      digits: number | undefined,
      of: (c: TireCheck) => Figure | null | { readonly today: Figure; readonly target: Figure },
      beside: (c: TireCheck) => string = () => '',
    ): Row => {
      const both = of(first.check);
      return {
        name,
        digits,
        today: both && 'today' in both ? cell(both.today) : none,
        cells: columns.map((c) => {
          const f = of(c.check);
          const text = beside(c.check);
          return f && 'today' in f ? cell(f.target, text) : cell(f, text || (f ? '' : '–'));
        }),
      };
    };
    const clears = (axle: Axle): Row => ({
      name: `Clears, ${axle}`,
      digits: 0,
      today: none,
      cells: columns.map((_, i) => {
        const k = this.beside.checkOf(axle, i);
        if (!k) return cell(null, '…');
        const near = `${OBSTACLE_WORDS[k.nearest.kind]} ${length(k.nearest.used.clearanceMm, style)}`;
        if (k.clears) return cell(null, `yes; ${near}`);
        const lift =
          k.leastLiftMm === null
            ? 'needs reliefs'
            : k.leastLiftMm <= k.liftMm + 0.5
              ? 'height is enough'
              : `needs ${length(k.leastLiftMm, style)} of lift`;
        return cell(null, `${near}; ${lift}`, true);
      }),
    });
    const rims = ({ front: { target } }: TireCheck) =>
      `${formatDecimal(target.rimWidthIn, 1)} of ${formatDecimal(target.state.allowedRims.minIn, 1)}–${formatDecimal(target.state.allowedRims.maxIn, 1)} in`;
    const wrong = ({ front: { target } }: TireCheck) =>
      target.rimWidthIn < target.state.allowedRims.minIn ||
      target.rimWidthIn > target.state.allowedRims.maxIn;
    return [
      clears('front'),
      clears('rear'),
      row('Diameter, unloaded', 0, (c) => c.front.figures.diameter),
      row('Nominal diameter', 0, (c) => c.front.figures.nominal),
      row('Section on its rim', 0, (c) => c.front.figures.section),
      {
        name: 'Rim, of those allowed',
        digits: undefined,
        today: none,
        cells: columns.map((c) => cell(null, rims(c.check), wrong(c.check))),
      },
      row('Loaded radius', 0, (c) => c.front.figures.loadedRadius),
      row('Revs per km', 0, (c) => c.front.figures.revs),
      row('Under the axle', 0, (c) => c.front.figures.clearance),
      row('Lift from the tyre', 1, (c) => c.front.figures.tireLift),
      row('True speed at 50 shown', 1, (c) => c.front.figures.at50),
      row('True speed at 100 shown', 1, (c) => c.front.figures.at100),
      row('Poke, against today', 0, (c) => c.front.figures.poke),
      row('Inner flange further in', 0, (c) => c.front.figures.inset),
      row('Backspacing', 0, (c) => c.front.figures.backspacing),
      row('Past the arch, front', 0, (c) => c.front.figures.overArch),
      row('Past the arch, rear', 0, (c) => c.rear.figures.overArch),
      row('Tyre and wheel', 0, (c) => c.front.figures.mass),
      row('Equivalent mass', 0, (c) => c.front.figures.equivalent),
      row('Vertical stiffness', 0, (c) => c.front.figures.stiffness),
      row(
        'Carries, each',
        0,
        (c) => c.front.capacity,
        (c) => (c.front.capacity ? '' : 'load index?'),
      ),
      ...AXLES.flatMap((axle) => [
        row(`To carry, ${axle}, at its rating`, 0, (c) => c[axle].neededLoad),
        row(
          `Starting pressure, ${axle}, loaded`,
          0,
          (c) => c[axle].pressure,
          (c) => (c[axle].pressure ? '' : this.noPressure(c)),
        ),
        row(
          `Starting pressure, ${axle}, at its rating`,
          0,
          (c) => c[axle].pressureRated,
          (c) => (c[axle].pressureRated ? '' : this.noPressure(c)),
        ),
      ]),
      {
        name: 'Each',
        digits: undefined,
        today: none,
        cells: columns.map((c) =>
          cell(null, c.check.front.target.item ? this.priced(c.check.front.target.item.priceMinor) : '–'),
        ),
      },
    ];
  });
  /** what speaks for or against this tyre, gravest first */
  protected readonly findings = computed(() =>
    inOrder(
      (this.view.assessment()?.needs ?? []).filter(
        (n) =>
          n.topic === 'tire' ||
          n.topic === 'clearance' ||
          ['calibration', 'place-limit', 'tire-not-priced', 'wheel-not-priced'].includes(n.finding.code),
      ),
    ),
  );

  /** the rear of its own: wanted, and as it is today */
  protected readonly rear = computed(() => this.section()?.rear ?? null);
  protected readonly currentRear = computed(() => this.section()?.currentRear ?? null);
  protected readonly rearPicked = computed(
    () => this.shop.catalogue()?.tires.find((t) => t.code === this.rear()?.tireCode) ?? null,
  );
  protected differs(wanted: boolean): void {
    const s = this.section();
    if (!s) return;
    const { tireCode, wheelCode, wheelWidthIn, wheelOffsetMm, loadIndex } = s;
    const same = { size: s.targetSize, tireCode, wheelCode, wheelWidthIn, wheelOffsetMm, loadIndex };
    this.store.patch('tire', { rear: wanted ? same : null }, 'rear');
  }
  protected differsToday(today: boolean): void {
    const s = this.section();
    if (!s) return;
    const same = {
      size: s.currentSize,
      wheelWidthIn: s.currentWheelWidthIn,
      wheelOffsetMm: s.currentWheelOffsetMm,
    };
    this.store.patch('tire', { currentRear: today ? same : null }, 'currentRear');
  }
  protected editRear(change: Partial<RearWheels>): void {
    const rear = this.rear();
    if (rear)
      this.store.patch('tire', { rear: { ...rear, ...change } }, `rear.${Object.keys(change).join()}`);
  }
  /** A code of the catalogue is picked, anything else is a size of one's own. */
  protected typeRear(text: string): void {
    const item = this.shop.catalogue()?.tires.find((t) => t.code === text);
    this.editRear(item ? { size: item.size, tireCode: item.code } : { size: text, tireCode: null });
  }
  protected editCurrentRear(change: Partial<NonNullable<TireSection['currentRear']>>): void {
    const rear = this.currentRear();
    if (rear)
      this.store.patch(
        'tire',
        { currentRear: { ...rear, ...change } },
        `currentRear.${Object.keys(change).join()}`,
      );
  }

  constructor() {
    linkSection('tire', this.form);
  }
  private readonly noPressure = (c: TireCheck) => (c.front.target.item ? 'load index?' : 'not known');
  private readonly faultOf = (f: Parameters<typeof tireFaultText>[0] | null) => (f ? tireFaultText(f) : null);
  private diameter(t: TireItem): number {
    const r = parseTireSize(t.size);
    return t.measuredDiameterMm ?? (r.ok ? r.value.diameterMm : 0);
  }
  protected readonly priced = (minor: number) => money(minor, this.shop.style());
  protected readonly across = (t: TireItem) => quantity(this.diameter(t), 'mm', this.shop.style(), 0);
  protected readonly say = (n: Need) =>
    findingText(n.finding, this.shop.style(), this.vehicle()?.platform ?? null);

  /** Typing another size lets go of the picked tyre; a space or another way to write the same one does not. */
  protected typeTarget(text: string): void {
    const [typed, kept] = [parseTireSize(text), parseTireSize(this.picked()?.size ?? '')];
    const same = typed.ok && kept.ok && namesSize(typed.value, kept.value);
    this.store.patch(
      'tire',
      { targetSize: text, tireCode: same ? (this.section()?.tireCode ?? null) : null },
      'targetSize',
    );
  }
  protected pick(code: string): void {
    const item = this.shop.catalogue()?.tires.find((t) => t.code === code);
    if (item) this.store.patch('tire', { tireCode: code, targetSize: item.size }, 'tireCode');
  }
  protected letGo(): void {
    this.store.patch('tire', { tireCode: null }, 'tireCode');
  }
  protected readonly sizeOf = (value: string | null) =>
    this.shop.catalogue()?.tires.find((t) => t.code === value)?.size ?? value ?? '';

  /** One more size beside the wanted one, typed or picked; a size that cannot be read stays in its field. */
  protected add(text: string): void {
    const item = this.shop.catalogue()?.tires.find((t) => t.code === text) ?? null;
    const size = item?.size ?? text;
    if (size.trim() === '') return;
    const read = parseTireSize(size);
    this.anotherFault.set(read.ok ? null : tireFaultText(read.fault));
    if (!read.ok) return;
    this.another.set('');
    const id = crypto.randomUUID();
    this.store.patch(
      'tire',
      {
        candidates: [...this.candidates(), { id, size, tireCode: item?.code ?? null }],
      },
      `candidates/${id}`,
    );
  }
  protected remove(id: string): void {
    this.store.patch(
      'tire',
      { candidates: this.candidates().filter((c) => c.id !== id) },
      `candidates/${id}/gone`,
    );
  }
  /** The two change places: what was wanted is looked at from now on. */
  protected want(id: string): void {
    const s = this.section();
    const c = s?.candidates.find((x) => x.id === id);
    if (!s || !c) return;
    this.store.patch(
      'tire',
      {
        targetSize: c.size,
        tireCode: c.tireCode,
        candidates: s.candidates.map((x) =>
          x.id === id ? { ...x, size: s.targetSize, tireCode: s.tireCode } : x,
        ),
      },
      `candidates/${id}/wanted`,
    );
  }
  protected readonly candidateName = (c: TireCandidate) => {
    const item = this.shop.catalogue()?.tires.find((t) => t.code === c.tireCode);
    return item ? `${item.size} ${item.name}` : c.size;
  };
}
