import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { jobFileOf } from '@rigger/contracts';
import { jobOfQuestion, parseTireSize, readQuestion, tiresMeant, type Figure } from '@rigger/core';
import {
  bandText,
  counterHeadline,
  FAMILY_NAMES,
  FAR_OFF_MM,
  findingText,
  localDay,
  optionText,
  length,
  pastText,
  plural,
  type Headline,
} from '@rigger/wording';
import { catchError, debounceTime, firstValueFrom, of, startWith, switchMap, timer } from 'rxjs';
import { Api, failureText, type CallFailure } from '../../data/api';
import { Shop } from '../../data/shop';
import { ElevationView } from '../../drawing/elevation-view';
import { HeadlineBlock } from '../../ui/headline';
import { TopBar } from '../../ui/top-bar';
import type { CounterAnswer } from '../../workers/plans-api';
import { heard, injectShopPlans } from '../../workers/shop-plans';

const TYPED_MS = 250;
const MOST_PAST = 2;
const MOST_NEEDS = 4;

/** The question on the telephone: one line in any order, the answer as a sentence, at most three ways drawn on the vehicle. */
@Component({
  selector: 'app-counter',
  imports: [ElevationView, HeadlineBlock, MatButtonModule, ReactiveFormsModule, RouterLink, TopBar],
  templateUrl: './counter.html',
  styleUrl: './counter.scss',
  host: { '(keydown.enter)': 'enter($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CounterView {
  protected readonly shop = inject(Shop);
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly plans = injectShopPlans();
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  protected readonly line = new FormControl('', { nonNullable: true });
  private readonly text = toSignal(this.line.valueChanges.pipe(startWith('')), { initialValue: '' });
  protected readonly failure = signal<string | null>(null);

  protected readonly question = computed(() => {
    const catalogue = this.shop.catalogue();
    const text = this.text();
    if (!catalogue || text.trim() === '') return null;
    const q = readQuestion(text, catalogue);
    const vehicle = q.vehicles[0] ?? null;
    const stock = vehicle ? parseTireSize(vehicle.platform.stockTire) : null;
    const tires =
      q.asked?.kind === 'tire'
        ? tiresMeant(q.asked, stock?.ok ? stock.value.rimIn : null, catalogue.tires)
        : [];
    return { ...q, vehicle, tire: tires[0] ?? null, text };
  });
  protected readonly job = computed(() => {
    const q = this.question();
    return q?.vehicle && q.asked ? jobOfQuestion(q.text, q.vehicle, q.asked, q.tire) : null;
  });
  protected readonly answer = toSignal<CounterAnswer | null, null>(
    this.line.valueChanges.pipe(
      switchMap(() =>
        timer(TYPED_MS).pipe(
          switchMap(() => {
            const job = this.job();
            if (!job) return of(null);
            return heard<CounterAnswer>(this.plans, (api, hears) =>
              api.counter(job, localDay(new Date()), hears),
            ).pipe(
              catchError(() => {
                this.failure.set('The plans could not be looked at. Make it a job, and open Match there.');
                return of(null);
              }),
            );
          }),
          // what was told of another question is not this one's answer
          startWith(null),
        ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly understood = computed(() => {
    const q = this.question();
    if (!q) return [];
    const { vehicle, asked, tire } = q;
    const chips: { readonly text: string; readonly known: boolean }[] = [];
    if (vehicle) {
      const [a, b] = vehicle.platform.years;
      chips.push({ text: `${vehicle.platform.label} ${a}–${b}`, known: true });
      if (vehicle.year !== null) chips.push({ text: String(vehicle.year), known: true });
      for (const [field, value] of Object.entries(vehicle.variant))
        chips.push({ text: optionText(field, value, vehicle.platform), known: true });
    } else chips.push({ text: 'which vehicle?', known: false });
    if (!asked) chips.push({ text: 'a size, a height like +50, or level?', known: false });
    else if (asked.kind === 'tire')
      chips.push(
        tire
          ? {
              text: asked.size === null ? `${tire.size}, assumed for “${asked.said}”` : tire.size,
              known: asked.size !== null,
            }
          : { text: `${asked.said}: no tyre of that size in the catalogue`, known: false },
      );
    else chips.push({ text: asked.said, known: true });
    for (const o of this.answer()?.questions ?? [])
      chips.push({
        text: `${o.field.question}${o.waiting.length > 0 ? ` ${plural(o.waiting.length, 'part')} ${o.waiting.length === 1 ? 'waits' : 'wait'} for it` : ''}`,
        known: false,
      });
    return chips;
  });
  protected readonly headline = computed<Headline>(() => {
    const a = this.answer();
    const q = this.question();
    if (!q)
      return {
        sentence: 'What does the caller ask?',
        consequence: 'Vehicle, year, and a size, a height or “level”, in any order: halder 2021 crew 35s.',
      };
    if (!a || !this.job())
      return {
        sentence: !q.vehicle
          ? 'Which vehicle is it?'
          : !this.job()
            ? 'And what is wanted?'
            : this.failure() === null
              ? 'Looking …'
              : 'No answer.',
        consequence: 'A size, a height like +50, or level.',
      };
    const lift = (f: Figure | null | undefined) => f?.value ?? null;
    return counterHeadline(
      {
        asked: q.asked,
        best: a.told.shown[0] ?? null,
        complete: a.told.complete,
        standsOpen: a.stands.detail.needs.filter((n) => n.verdict !== 'ask').length,
        lift: { front: lift(a.best?.lift.front), rear: lift(a.best?.lift.rear) },
        smaller: a.smaller?.tire.size ?? null,
        assumed: q.asked?.kind === 'tire' ? (q.tire?.size ?? null) : null,
        questions: a.questions.slice(0, 2).map((o) => o.field.question),
      },
      this.shop.style(),
    );
  });
  protected readonly ways = computed(() => {
    const a = this.answer();
    const style = this.shop.style();
    if (!a || !this.job()) return [];
    const worth = a.told.shown.filter((p) => p.losesBy === null);
    const best = worth[0];
    const say = (d: CounterAnswer['best']) =>
      (d?.needs ?? [])
        .filter((n) => n.verdict !== 'ask')
        .slice(0, MOST_NEEDS)
        .map((n) => findingText(n.finding, style, this.question()?.vehicle?.platform ?? null));
    const offBy = ({ missMm }: { readonly missMm: number }) =>
      missMm >= FAR_OFF_MM ? [`${length(missMm, style)} off what is wanted.`] : [];
    const stands = a.stands.detail.needs.filter((n) => n.verdict !== 'ask').length;
    const off = offBy(a.stands.point);
    const fits = stands === 0 && off.length === 0;
    return [
      {
        name: 'As it stands',
        verdict: fits ? 'fits' : 'needs',
        drawing: a.stands.detail.drawing,
        lines: fits ? ['Nothing has to be done for it.'] : [...off, ...say(a.stands.detail)],
        band: a.stands.point.totalMinor > 0 ? bandText([a.stands.point], style) : null,
        chosen: false,
      },
      ...(best && best.parts.length + best.reliefs.length > 0
        ? [
            {
              name: FAMILY_NAMES[best.family],
              verdict:
                best.needs.no > 0 ? 'no' : best.needs.needs + offBy(best).length > 0 ? 'needs' : 'fits',
              drawing: a.best?.drawing ?? null,
              lines: [...offBy(best), ...say(a.best)],
              band: bandText(worth, style),
              chosen: true,
            },
          ]
        : []),
      ...(a.smaller
        ? [
            {
              name: `A step smaller: ${a.smaller.tire.size}`,
              verdict: 'fits',
              drawing: a.smaller.built.detail.drawing,
              lines: ['Clears as it stands.'],
              band: bandText([a.smaller.built.point], style),
              chosen: false,
            },
          ]
        : []),
    ];
  });
  private readonly past = toSignal(
    this.line.valueChanges.pipe(
      debounceTime(TYPED_MS),
      switchMap(() => {
        const code = this.question()?.vehicle?.platform.code;
        return code ? this.api.past(code).pipe(catchError(() => of([]))) : of([]);
      }),
    ),
    { initialValue: [] },
  );
  protected readonly pastLines = computed(() =>
    this.past()
      .slice(0, MOST_PAST)
      .map((p) => ({ id: p.id, number: p.number, says: pastText(p, this.shop.style()) })),
  );

  constructor() {
    this.line.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => {
      this.failure.set(null);
    });
    queueMicrotask(() => this.field()?.nativeElement.focus());
  }
  protected enter(event: Event): void {
    if (event.target instanceof HTMLInputElement) void this.makeJob();
  }
  /** The question as a job of the shop, on its plans. */
  protected async makeJob(): Promise<void> {
    const sections = this.job();
    if (!sections) return;
    try {
      const made = await firstValueFrom(
        this.api.readFile(jobFileOf({ number: 1, sections }, [], new Date())),
      );
      await this.router.navigate(['/jobs', made.id, 'match']);
    } catch (e) {
      this.failure.set(failureText(e as CallFailure));
    }
  }
}
