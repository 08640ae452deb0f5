import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { ImportPreview } from '@rigger/contracts';
import { ITEM_KINDS } from '@rigger/core';
import { dayAndTime, ITEM_KIND_WORDS, plural, type Headline } from '@rigger/wording';
import { firstValueFrom } from 'rxjs';
import { Api, failureText, type CallFailure, type FileTexts } from '../../data/api';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { TopBar } from '../../ui/top-bar';
import { ShopSections } from './shop-sections';

type Step =
  | { readonly at: 'idle' }
  | { readonly at: 'reading' | 'taking' }
  | {
      readonly at: 'looked';
      readonly origin: string;
      readonly files: FileTexts;
      readonly preview: ImportPreview;
    };
const DOES = ['comes', 'changes', 'goes'] as const;

/** Reads a catalogue in from a folder: first what it would change, then, when a person says so, all of it or nothing. */
@Component({
  selector: 'app-catalogue',
  imports: [MatButtonModule, TopBar, HeadlineBlock, ShopSections],
  templateUrl: './catalogue-view.html',
  styleUrl: './catalogue-view.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CatalogueView {
  private readonly api = inject(Api);
  protected readonly shop = inject(Shop);
  private readonly picker = viewChild.required<ElementRef<HTMLInputElement>>('picker');
  protected readonly step = signal<Step>({ at: 'idle' });
  protected readonly problem = signal<string | null>(null);
  protected readonly taken = signal(false);

  protected readonly looked = computed(() => {
    const s = this.step();
    return s.at === 'looked' ? s : null;
  });
  /** what would change, by kind */
  protected readonly table = computed(() => {
    const items = this.looked()?.preview.items ?? [];
    return ITEM_KINDS.map((kind) => ({
      kind: ITEM_KIND_WORDS[kind],
      cells: DOES.map((does) => items.filter((i) => i.kind === kind && i.does === does).map((i) => i.code)),
    })).filter((row) => row.cells.some((c) => c.length > 0));
  });
  protected readonly headline = computed<Headline>(() => {
    const states = this.shop.states();
    const c = this.shop.catalogue();
    if (!states || !c) return { sentence: 'Reading the catalogue …', consequence: '' };
    const [last] = states.imports;
    if (states.faults.length > 0)
      return {
        sentence: 'The catalogue cannot be read by this version.',
        consequence: `${plural(states.faults.length, 'fault')}; read a catalogue in again. Jobs keep what they say.`,
      };
    return last
      ? {
          sentence: `${plural(c.platforms.length, 'vehicle')}, ${plural(c.parts.length, 'part')}, ${plural(c.kits.length, 'kit')}, ${plural(c.tires.length, 'tyre')}.`,
          consequence: `State ${last.number}, read in from ${last.origin} on ${this.when(last.at)}${last.author ? ` by ${last.author}` : ''}.`,
        }
      : {
          sentence: 'There is no catalogue yet.',
          consequence: 'Choose a folder in the format of docs/catalogue-format.md; the demo folder is one.',
        };
  });
  protected readonly when = dayAndTime;

  constructor() {
    this.shop.load();
  }
  protected pick(): void {
    this.picker().nativeElement.click();
  }
  protected async picked(input: HTMLInputElement): Promise<void> {
    const list = [...(input.files ?? [])];
    input.value = '';
    if (list.length === 0) return;
    this.taken.set(false);
    this.problem.set(null);
    this.step.set({ at: 'reading' });
    // the folder's own name is where it comes from; inside it the paths count
    const [origin = ''] = list[0]?.webkitRelativePath.split('/') ?? [];
    const inside = (f: File) => f.webkitRelativePath.slice(origin.length + 1);
    const wanted = list.filter((f) => /^((platforms|jobs)\/)?[^/]+\.(json|csv)$/.test(inside(f)));
    const files = Object.fromEntries(
      await Promise.all(wanted.map(async (f) => [inside(f), await f.text()] as const)),
    );
    await this.tried(async () => {
      const preview = await firstValueFrom(this.api.preview(origin, files));
      this.step.set({ at: 'looked', origin, files, preview });
    });
  }
  protected async take(): Promise<void> {
    const s = this.looked();
    if (!s) return;
    this.step.set({ at: 'taking' });
    await this.tried(async () => {
      this.shop.renewed(await firstValueFrom(this.api.import(s.origin, s.files)));
      this.step.set({ at: 'idle' });
      this.taken.set(true);
    });
  }
  private async tried(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (f) {
      this.problem.set(failureText(f as CallFailure));
      this.step.set({ at: 'idle' });
    }
  }
  protected leave(): void {
    this.step.set({ at: 'idle' });
  }
  protected readonly some = (codes: readonly string[]) =>
    codes.length > MOST_NAMED
      ? `${codes.slice(0, MOST_NAMED).join(', ')} and ${codes.length - MOST_NAMED} more`
      : codes.join(', ');
}
const MOST_NAMED = 12;
