import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { FormControl, FormsModule, ReactiveFormsModule } from '@angular/forms';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { catchError, of, switchMap } from 'rxjs';
import { ENTRY_LIMITS, MOST_FREE_LINES } from '@rigger/contracts';
import {
  advisedNeeds,
  claimed,
  emptyLine,
  given,
  isForeign,
  listed,
  needKey,
  openNeeds,
  partCost,
  type Axle,
  type BuildItem,
  type Cure,
  type Decision,
  type Figure,
  type FreeLine,
  type JobSections,
  type Need,
  type SourceVerdict,
} from '@rigger/core';
import {
  boxText,
  findingText,
  inUnits,
  needText,
  NEED_WORDS,
  lineProvenance,
  matchHeadline,
  nowOrLater,
  pastText,
  priceText,
  provenanceText,
} from '@rigger/wording';
import { Api } from '../../data/api';
import { Arrival } from '../../data/arrival';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { DescribedFields } from '../../ui/described-fields';
import { FigureButton } from '../../ui/figure';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';
import { nameOf } from './catalogue-names';
import { MatchModel } from './match-model';
import { SourceRow, type SaidSource } from './source-row';

interface Offer {
  readonly kind: BuildItem['kind'];
  readonly code: string;
  readonly label: string;
}
/** Reasons that every listed source has: said once above the list. */
function commonReasons(all: readonly SourceVerdict[]): readonly Need[] {
  const [first, ...rest] = all;
  return rest.length === 0 || !first
    ? []
    : first.reasons.filter((r) => rest.every((s) => s.reasons.some((x) => needKey(x) === needKey(r))));
}
/** other jobs whose outcome is told beside a plan */
const MOST_PAST = 3;
/** Parts that fill the list only when asked for: how many made for other vehicles each axle has. */
type Shown = Readonly<Record<Axle, boolean>>;

const codesIn = (job: JobSections | null): ReadonlySet<string> =>
  new Set((job?.build.items ?? []).map((i) => i.code));
/** the range stands at the lift; in a row of three it would only crowd */
const withoutRange = (f: Figure): Figure => ({ ...f, plusMinus: undefined });
const bodyLift = (mm: number, from = ''): Figure | null =>
  mm > 0 ? given('body-lift', mm, 'mm', from) : null;

/** Lift sources judged, the plan's stance and what it still needs, and what it comes to. */
@Component({
  selector: 'app-match',
  imports: [
    FormsModule,
    ReactiveFormsModule,
    RouterLink,
    MatAutocompleteModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    DescribedFields,
    FigureButton,
    HeadlineBlock,
    NumberField,
    SourceRow,
  ],
  providers: [MatchModel],
  templateUrl: './match.html',
  styleUrl: './match.scss',
  host: { '(keydown)': 'toSource($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MatchView {
  protected readonly store = inject(JobStore);
  protected readonly view = inject(JobView);
  protected readonly shop = inject(Shop);
  private readonly api = inject(Api);
  private readonly arrival = inject(Arrival);
  private readonly host: HTMLElement = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly limits = ENTRY_LIMITS;
  protected readonly needWords = NEED_WORDS;
  protected readonly model = inject(MatchModel);
  protected readonly vehicle = computed(() => this.view.assessment()?.vehicle ?? null);
  protected readonly forecast = computed(() => this.view.assessment()?.forecast ?? null);
  protected readonly headline = computed(() => {
    const [a, m] = [this.view.assessment(), this.view.money()];
    return a && m && matchHeadline(a, m, this.shop.style());
  });
  private readonly others = signal<Shown>({ front: false, rear: false });
  /** what the worker found, in words: they change when it answers, not with each tick */
  private readonly judged = computed(() => {
    const fittedHere = this.fittedHere();
    const of = (axle: Axle) => {
      const list = this.model.matched()?.[axle] ?? [];
      const common = commonReasons(list.filter((s) => s.listed));
      return { common: common.map(this.sayHere), list: list.map((s) => this.said(s, common, fittedHere)) };
    };
    return { front: of('front'), rear: of('rear') };
  });
  protected readonly axles = computed(() =>
    (['front', 'rear'] as const).map((axle) => {
      const { common, list } = this.judged()[axle];
      const chosen = this.planned();
      const foreign = list.filter((s) => !s.listed && !chosen.has(s.code));
      const shown = this.others()[axle];
      return {
        axle,
        name: axle === 'front' ? 'Front' : 'Rear',
        sources: list.filter((s) => s.listed || chosen.has(s.code) || shown),
        foreign: foreign.length,
        common,
        shown,
      };
    }),
  );
  /** the tick is the person's and shows at once; which rows there are follows a frame later, the verdict from the worker */
  protected readonly picked = computed(() => codesIn(this.store.sections()));
  private readonly planned = computed(() => codesIn(this.view.sections()));
  protected readonly stance = computed(() => {
    const f = this.forecast();
    if (!f) return [];
    return [
      { name: 'Front lift', figure: f.front.lift, claim: f.front.claim, body: bodyLift(f.front.bodyLiftMm) },
      { name: 'Rear lift', figure: f.rear.lift, claim: f.rear.claim, body: bodyLift(f.rear.bodyLiftMm) },
    ];
  });
  protected readonly arches = computed(() => {
    const f = this.forecast();
    if (!f) return [];
    return [
      { name: 'Front arch', of: [f.today.front, f.planned.front, f.loaded.front] },
      { name: 'Rear arch', of: [f.today.rear, f.planned.rear, f.loaded.rear] },
      { name: 'Rake', of: [f.today.rake, f.planned.rake, f.loaded.rake] },
      { name: 'Overall height', of: [f.today.heightMm, f.planned.heightMm, f.loaded.heightMm] },
    ].map(({ name, of }) => ({ name, of: of.map(withoutRange) }));
  });
  protected readonly needs = computed(() =>
    openNeeds(this.view.assessment()?.needs ?? []).map((n) => ({
      ...n,
      text: this.say(n),
      cures: this.model.curesOf(n).map((c) => ({
        ...c,
        offer: `Add ${c.part} ${this.nameOf(c.part)}, ${this.priced(c.priceMinor)}`,
        follows: this.after(c),
      })),
    })),
  );
  /** what is advised: it works without, and the customer says yes or no; with what now and later come to */
  protected readonly advice = computed(() => {
    const [a, job, catalogue, settings] = [
      this.view.assessment(),
      this.view.sections(),
      this.shop.catalogue(),
      this.shop.settings(),
    ];
    if (!a || !job || !catalogue || !settings) return [];
    return advisedNeeds(a.needs).map((n) => {
      const key = needKey(n);
      const cure = this.model.curesOf(n)[0];
      const part = catalogue.parts.find((p) => p.code === cure?.part);
      return {
        ...n,
        key,
        text: this.say(n),
        said: job.build.decisions[key] ?? null,
        part: part ? { code: part.code, name: `${part.code} ${part.maker} ${part.name}` } : null,
        costs: part ? nowOrLater(partCost(part, a, job, catalogue, settings), this.shop.style()) : null,
      };
    });
  });
  protected readonly notes = computed(() =>
    (this.view.assessment()?.needs ?? []).filter((n) => n.verdict === 'fits').map(this.say),
  );
  protected readonly items = computed(() => {
    const lines = this.view.lines();
    // with its price and hours at once, a frame after the tick
    return (this.view.sections()?.build.items ?? []).map((item) => ({
      item,
      foreign: item.takenOver !== '' || this.hasForeign(item),
      name: this.nameOf(item.code),
      line: lines.find((l) => l.code === item.code) ?? null,
    }));
  });
  private readonly platform = computed(() => this.store.sections()?.vehicle.platform ?? null);
  /** told where it can be had; a plan does not wait for it */
  private readonly pastJobs = toSignal(
    toObservable(this.platform).pipe(
      switchMap((code) => (code === null ? of([]) : this.api.past(code).pipe(catchError(() => of([]))))),
    ),
    { initialValue: [] },
  );
  /** parts that came back measured on this platform, with the jobs; a part that a kit brought counts by itself */
  private readonly fittedHere = computed((): ReadonlyMap<string, readonly string[]> => {
    const jobs = new Map<string, readonly string[]>();
    for (const p of this.pastJobs())
      if (p.id !== this.store.id())
        for (const code of p.parts) jobs.set(code, [...(jobs.get(code) ?? []), String(p.number)]);
    return jobs;
  });
  protected readonly past = computed(() => {
    const here = this.planned();
    return this.pastJobs()
      .filter((p) => p.id !== this.store.id())
      .slice(0, MOST_PAST)
      .map((p) => ({
        ...p,
        says: pastText(p, this.shop.style()),
        shared: p.parts.filter((code) => here.has(code)).join(', '),
      }));
  });
  protected readonly own = computed(() => this.store.sections()?.build.free ?? []);
  protected readonly mostLines = MOST_FREE_LINES;
  protected readonly rolling = computed(() => this.view.lines().filter((l) => l.group === 'rolling'));
  protected readonly repairs = computed(() => this.view.lines().filter((l) => l.group === 'repair'));
  protected readonly over = computed(() => {
    const f = this.view.overBudget();
    return f && findingText(f, this.shop.style());
  });

  protected readonly adder = new FormControl('', { nonNullable: true });
  private readonly asked = toSignal(this.adder.valueChanges, { initialValue: '' });
  protected readonly offers = computed<readonly Offer[]>(() => {
    const catalogue = this.shop.catalogue();
    const words = this.asked().toLowerCase().split(/\s+/).filter(Boolean);
    if (!catalogue) return [];
    const label = (x: { code: string; maker: string; name: string; priceMinor: number }) =>
      `${x.code} ${x.maker} ${x.name}, ${this.priced(x.priceMinor)}`;
    const all: Offer[] = [
      ...catalogue.parts.map((p): Offer => ({ kind: 'part', code: p.code, label: label(p) })),
      ...catalogue.kits.map((k): Offer => ({ kind: 'kit', code: k.code, label: `${label(k)} (kit)` })),
    ];
    return all.filter((o) => words.every((w) => o.label.toLowerCase().includes(w))).slice(0, 40);
  });

  protected readonly priced = (minor: number | null) => priceText(minor, this.shop.style());
  protected readonly inUnits = (text: string) => inUnits(text, this.shop.style());
  private readonly say = (n: Need) => needText(n, this.shop.style(), this.vehicle()?.platform ?? null);
  /** without the part's name: the row says it */
  private readonly sayHere = (n: Need) =>
    findingText(n.finding, this.shop.style(), this.vehicle()?.platform ?? null);
  protected readonly provenance = lineProvenance;
  private readonly said = (
    s: SourceVerdict,
    common: readonly Need[],
    fittedHere: ReadonlyMap<string, readonly string[]>,
  ): SaidSource => {
    const above = new Set(common.map(needKey));
    const jobs = fittedHere.get(s.code);
    return {
      ...s,
      // the shop's own word outranks the maker's; it does not answer what is still to ask
      provenance: jobs && s.provenance ? { kind: 'fitted-here', jobs } : s.provenance,
      claim:
        s.claimLiftMm === null ? null : claimed('claimed-lift', s.claimLiftMm, 'mm', `${s.maker} ${s.code}`),
      body: bodyLift(s.bodyLiftMm, s.code),
      price: this.priced(s.priceMinor),
      // where the match comes from has its own line
      said: s.reasons
        .filter((r) => r.finding.code !== 'provenance' && !above.has(needKey(r)))
        .map((r) => ({ ...r, text: this.sayHere(r) })),
    };
  };
  private readonly nameOf = (code: string) => nameOf(code, this.shop.catalogue());
  private readonly after = (c: Cure) =>
    (c.provenance ? provenanceText(c.provenance) : 'still to ask whether it fits') +
    (c.disturbs.length > 0 ? `; brings: ${c.disturbs.map((n) => this.say(n)).join(' ')}` : '') +
    (c.alsoEnds.length > 0 ? `; also ends ${c.alsoEnds.length} more` : '');

  protected toggle(s: SourceVerdict): void {
    if (this.picked().has(s.code)) this.drop(s.code);
    else this.add(s.kind, s.code);
  }
  /** Up and down go from tick to tick; what lies between is for who reads it. */
  protected toSource(event: KeyboardEvent): void {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const { target } = event;
    if (step === undefined || !(target instanceof HTMLInputElement)) return;
    const ticks = [...this.host.querySelectorAll<HTMLInputElement>('td.pick input')];
    const at = ticks.indexOf(target);
    const next = ticks[at + step];
    if (at < 0 || !next) return;
    event.preventDefault();
    next.focus();
  }
  protected add(kind: BuildItem['kind'], code: string): void {
    const items = this.store.sections()?.build.items ?? [];
    if (items.some((i) => i.code === code)) return;
    this.store.patch('build', { items: [...items, listed(crypto.randomUUID(), kind, code)] }, `add.${code}`);
  }
  /** The customer's word on something that is advised is kept; yes puts the part on the list in the same step. */
  protected decide(key: string, said: Decision | null, part: string | null): void {
    const { build } = this.store.sections() ?? {};
    if (!build) return;
    const others = Object.fromEntries(Object.entries(build.decisions).filter(([k]) => k !== key));
    const items =
      said === 'accepted' && part !== null && !build.items.some((i) => i.code === part)
        ? [...build.items, listed(crypto.randomUUID(), 'part', part)]
        : build.items;
    this.store.patch(
      'build',
      { items, decisions: said === null ? others : { ...others, [key]: said } },
      `decide.${key}`,
    );
  }
  protected addOffer(offer: Offer): void {
    this.add(offer.kind, offer.code);
    this.adder.setValue('');
  }
  protected drop(code: string): void {
    this.store.patch(
      'build',
      { items: (this.store.sections()?.build.items ?? []).filter((i) => i.code !== code) },
      `drop.${code}`,
    );
    this.arrival.next('.chosen-list button', '#adder');
  }
  protected count(id: string, quantity: number | null): void {
    if (quantity === null) return; // an emptied field keeps the last count until a number is written
    this.editItem(id, { quantity });
  }
  protected editItem(id: string, change: Partial<BuildItem>): void {
    this.store.patch(
      'build',
      {
        items: (this.store.sections()?.build.items ?? []).map((i) => (i.id === id ? { ...i, ...change } : i)),
      },
      `items.${id}.${Object.keys(change).join()}`,
    );
  }
  protected addLine(): void {
    const id = crypto.randomUUID();
    this.store.patch('build', { free: [...this.own(), emptyLine(id)] }, 'free');
    this.arrival.next(`#line-${id} input`);
  }
  protected editLine(id: string, change: Partial<FreeLine>): void {
    this.store.patch(
      'build',
      { free: this.own().map((l) => (l.id === id ? { ...l, ...change } : l)) },
      `free.${id}.${Object.keys(change).join()}`,
    );
  }
  protected dropLine(id: string): void {
    this.store.patch('build', { free: this.own().filter((l) => l.id !== id) }, 'free');
    this.arrival.next('#add-line');
  }
  private hasForeign({ kind, code }: BuildItem): boolean {
    const [catalogue, vehicle] = [this.shop.catalogue(), this.vehicle()];
    const codes =
      kind === 'part' ? [code] : catalogue?.kits.find((k) => k.code === code)?.parts.map((p) => p.part);
    return (
      vehicle !== null &&
      (catalogue?.parts ?? []).some((p) => codes?.includes(p.code) === true && isForeign(p, vehicle))
    );
  }
  protected toggleOthers(axle: Axle): void {
    this.others.update((o) => ({ ...o, [axle]: !o[axle] }));
  }
  protected readonly box = boxText;
  protected readonly noText = () => '';
}
