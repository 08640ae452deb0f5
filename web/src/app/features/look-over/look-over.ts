import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { ENTRY_LIMITS } from '@rigger/contracts';
import {
  emptyLooked,
  FOUND_AS,
  isBad,
  isOpen,
  NOT_LOOKED_OVER,
  REMEDIES,
  repairCosts,
  spotId,
  spotsOf,
  WEAR,
  type AlignmentReading,
  type FoundAs,
  type Looked,
  type LookOver,
  type Spot,
} from '@rigger/core';
import {
  duration,
  FOUND_WORDS,
  lookOverHeadline,
  money,
  REMEDY_WORDS,
  repairNote,
  repairText,
  spotText,
  WEAR_WORDS,
} from '@rigger/wording';
import { JobStore } from '../../data/job-store';
import { JobView } from '../../data/job-view';
import { Shop } from '../../data/shop';
import { AlignmentTable } from '../../ui/alignment-table';
import { Choice } from '../../ui/choice';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';
import { PhotoStrip } from '../../ui/photo-strip';
import { RoadTable } from '../../ui/road-table';

/** How the vehicle came in: each component as it was found, what is done about it, alignment and road test before. */
@Component({
  selector: 'app-look-over',
  imports: [
    FormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    AlignmentTable,
    Choice,
    HeadlineBlock,
    NumberField,
    PhotoStrip,
    RoadTable,
  ],
  templateUrl: './look-over.html',
  styleUrl: './look-over.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LookOverView {
  private readonly store = inject(JobStore);
  private readonly view = inject(JobView);
  private readonly shop = inject(Shop);
  protected readonly bad = FOUND_AS.filter(isBad);
  protected readonly limits = ENTRY_LIMITS;
  protected readonly foundAs = FOUND_AS;
  protected readonly foundWords = FOUND_WORDS;
  protected readonly remedies = REMEDIES;
  protected readonly remedyWords = REMEDY_WORDS;
  protected readonly wear = WEAR;
  protected readonly wearWords = WEAR_WORDS;
  protected readonly section = computed(() => this.store.sections()?.lookOver ?? NOT_LOOKED_OVER);
  private readonly platform = computed(() => this.view.assessment()?.vehicle?.platform ?? null);
  private readonly spots = computed(() => {
    const p = this.platform();
    return p ? spotsOf(p) : [];
  });
  protected readonly known = computed(() => this.platform() !== null);
  protected readonly headline = computed(() => lookOverHeadline(this.section().items, this.spots().length));
  /** the spot whose note is being written although nothing is wrong with it */
  private readonly opened = signal<ReadonlySet<string>>(new Set());
  protected readonly groups = computed(() => {
    const items = new Map(this.section().items.map((i) => [i.id, i]));
    const row = (spot: Spot) => {
      const id = spotId(spot);
      const looked = items.get(id) ?? emptyLooked(spot);
      return {
        id,
        name: spotText(spot),
        looked,
        tire: spot.component === 'tire',
        bad: isBad(looked.found),
        open: isOpen(looked),
        more:
          (looked.found ?? 'good') !== 'good' ||
          looked.note !== '' ||
          looked.photos.length > 0 ||
          this.opened().has(id) ||
          spot.component === 'tire',
      };
    };
    const rows = this.spots().map(row);
    // what was written down about a component that this vehicle is not known to have is not lost
    const strange = this.section()
      .items.filter((i) => !rows.some((r) => r.id === i.id))
      .map(row);
    return [
      { name: 'Front axle', rows: rows.filter((r) => r.looked.axle === 'front') },
      { name: 'Rear axle', rows: rows.filter((r) => r.looked.axle === 'rear') },
      { name: 'Whole vehicle', rows: rows.filter((r) => r.looked.axle === null) },
      { name: 'Noted for another vehicle', rows: strange },
    ]
      .filter((g) => g.rows.length > 0)
      .map((g) => ({ ...g, left: g.rows.filter((r) => r.looked.found === null).length }));
  });
  /** what each repair comes to, or null where none is spoken of */
  protected readonly repairs = computed(() => {
    const [a, sections, catalogue, settings] = [
      this.view.assessment(),
      this.view.sections(),
      this.shop.catalogue(),
      this.shop.settings(),
    ];
    if (!a || !sections || !catalogue || !settings) return null;
    const style = this.shop.style();
    const costs = repairCosts(a, sections, catalogue, settings);
    return costs.length === 0
      ? null
      : costs.map((c) => ({
          id: [c.work.component, c.work.axle, c.work.remedy].join(),
          name: repairText(c.work),
          says: repairNote(c),
          decided: c.decided,
          prices: [c.now, c.alone].map((p) => ({
            money: p ? money(p.totalMinor, style) : 'ask',
            time: p ? duration(p.minutes) : '',
          })),
        }));
  });
  protected edit(looked: Looked, change: Partial<Looked>): void {
    const next = { ...looked, ...change };
    const others = this.section().items;
    this.patch(
      {
        items: others.some((i) => i.id === next.id)
          ? others.map((i) => (i.id === next.id ? next : i))
          : [...others, next],
      },
      `items.${next.id}.${Object.keys(change).join()}`,
    );
  }
  /** what is not worn any more needs nothing done */
  protected find(looked: Looked, found: FoundAs | null): void {
    this.edit(looked, { found, ...(isBad(found) ? {} : { remedy: null }) });
  }
  /** asked for when it arrives: other photographs of the place may have arrived meanwhile */
  protected addPhoto(id: string, photo: string): void {
    const looked = this.lookedAt(id);
    if (looked) this.edit(looked, { photos: [...looked.photos, photo] });
  }
  protected dropPhoto(id: string, photo: string): void {
    const looked = this.lookedAt(id);
    if (looked) this.edit(looked, { photos: looked.photos.filter((p) => p !== photo) });
  }
  private lookedAt(id: string): Looked | undefined {
    const spot = this.spots().find((s) => spotId(s) === id);
    return this.section().items.find((i) => i.id === id) ?? (spot && emptyLooked(spot));
  }
  /** everything in a group that nobody has spoken of was looked at and is good */
  protected restIsGood(rows: readonly { readonly looked: Looked }[]): void {
    const fresh = new Map(
      rows
        .filter((r) => r.looked.found === null)
        .map(({ looked }) => [looked.id, { ...looked, found: 'good' as const }]),
    );
    const kept = this.section().items.map((i) => fresh.get(i.id) ?? i);
    const added = [...fresh.values()].filter((i) => !kept.some((k) => k.id === i.id));
    this.patch({ items: [...kept, ...added] }, 'items');
  }
  protected open(id: string): void {
    this.opened.update((all) => new Set([...all, id]));
  }
  protected align(change: Partial<AlignmentReading>): void {
    this.patch(
      { alignment: { ...this.section().alignment, ...change } },
      `alignment.${Object.keys(change).join()}`,
    );
  }
  protected patch(change: Partial<LookOver>, place: string): void {
    this.store.patch('lookOver', change, place);
  }
}
