import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { SKILLS, type Fitter, type ShopSettings, type Skill, type Workshop } from '@rigger/core';
import { plural, SKILL_WORDS, stateName } from '@rigger/wording';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';
import { TopBar } from '../../ui/top-bar';
import { ShopSections } from './shop-sections';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const MINUTES = [0, 600] as const;
const HOURS = [1, 24] as const;
const RACKS = [0, 6] as const;
const NO_HABIT = '';

/** Bays, people, hours, tools, habits and intervals of the shop: what plans are made with. Saved as it is written. */
@Component({
  selector: 'app-workshop',
  imports: [
    FormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    NumberField,
    TopBar,
    HeadlineBlock,
    ShopSections,
  ],
  templateUrl: './workshop-view.html',
  styleUrl: './workshop-view.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkshopView {
  protected readonly shop = inject(Shop);
  protected readonly skills = SKILLS;
  protected readonly skillWords = SKILL_WORDS;
  protected readonly days = DAYS.map((name, i) => ({ name, day: i + 1 }));
  protected readonly minutes = MINUTES;
  protected readonly hours = HOURS;
  protected readonly racks = RACKS;
  protected readonly settings = this.shop.settings;
  protected readonly workshop = computed(() => this.shop.settings()?.workshop ?? null);
  protected readonly headline = computed(() => {
    const w = this.workshop();
    if (!w) return { sentence: 'Reading the settings …', consequence: '' };
    return {
      sentence: `${plural(w.bays.length, 'bay')}, ${plural(w.fitters.length, 'fitter')}, ${plural(w.racks, 'rack')}.`,
      consequence:
        'Week, Plan and the papers of the bay are made with what stands here. Everything is saved as you write it.',
    };
  });
  constructor() {
    this.shop.load();
  }
  /** tools as lines; what the work texts of the catalogue name and is not among them */
  protected readonly toolText = computed(() => (this.workshop()?.tools ?? []).join('\n'));
  protected readonly notOwned = computed(() => {
    const [w, c] = [this.workshop(), this.shop.catalogue()];
    if (!w || !c) return [];
    const works = [...c.operations, ...c.reliefs.map((r) => r.work), ...c.repairs.map((r) => r.work)];
    const named = [
      ...works.flatMap((x) => [...x.steps, ...x.onGround]),
      ...c.access.flatMap((s) => [s.off, s.on]),
      ...c.closing,
    ].flatMap((t) => t.tools);
    const has = new Set((w.tools ?? []).map((t) => t.toLowerCase()));
    return [...new Set(named)].filter((t) => !has.has(t.toLowerCase())).sort();
  });
  /** states that can be reached in several ways, with those ways */
  protected readonly choices = computed(() => {
    const [w, c] = [this.workshop(), this.shop.catalogue()];
    if (!w || !c) return [];
    const codes = [...new Set(c.access.filter((s) => s.way).map((s) => s.code))];
    return codes.map((code) => ({
      code,
      name: stateName(code, 'vehicle'),
      habit: w.habits[code] ?? NO_HABIT,
      ways: [...new Set(c.access.filter((s) => s.code === code).flatMap((s) => s.way ?? []))],
    }));
  });
  protected set(change: Partial<Workshop>): void {
    const w = this.workshop();
    if (w) this.shop.change({ workshop: { ...w, ...change } });
  }
  protected setShop(change: Partial<ShopSettings>): void {
    this.shop.change(change);
  }
  protected share(of: 'underShare' | 'overShare', percent: number | null): void {
    const now = this.settings()?.hoursRange ?? { underShare: 0, overShare: 0 };
    this.setShop({ hoursRange: { ...now, [of]: (percent ?? 0) / 100 } });
  }
  protected percent(of: 'underShare' | 'overShare'): number | null {
    const r = this.settings()?.hoursRange;
    return r ? Math.round(r[of] * 100) : null;
  }
  protected rename(list: 'bays' | 'fitters', id: string, name: string): void {
    const w = this.workshop();
    if (!w || name.trim() === '') return;
    if (list === 'bays') this.set({ bays: w.bays.map((b) => (b.id === id ? { ...b, name } : b)) });
    else this.set({ fitters: w.fitters.map((f) => (f.id === id ? { ...f, name } : f)) });
  }
  protected addBay(): void {
    const w = this.workshop();
    if (w) this.set({ bays: [...w.bays, { id: crypto.randomUUID(), name: `Bay ${w.bays.length + 1}` }] });
  }
  protected addFitter(): void {
    const w = this.workshop();
    if (w)
      this.set({
        fitters: [
          ...w.fitters,
          { id: crypto.randomUUID(), name: `Fitter ${w.fitters.length + 1}`, skills: [] },
        ],
      });
  }
  protected without(list: 'bays' | 'fitters', id: string): void {
    const w = this.workshop();
    if (!w) return;
    if (list === 'bays') this.set({ bays: w.bays.filter((b) => b.id !== id) });
    else this.set({ fitters: w.fitters.filter((f) => f.id !== id) });
  }
  protected learn(f: Fitter, skill: Skill): void {
    const w = this.workshop();
    const skills = f.skills.includes(skill) ? f.skills.filter((s) => s !== skill) : [...f.skills, skill];
    if (w) this.set({ fitters: w.fitters.map((x) => (x.id === f.id ? { ...x, skills } : x)) });
  }
  protected turn(day: number): void {
    const w = this.workshop();
    if (!w) return;
    const openDays = w.openDays.includes(day)
      ? w.openDays.filter((d) => d !== day)
      : [...w.openDays, day].sort();
    // a shop that is never open plans nothing: the last day stays
    if (openDays.length > 0) this.set({ openDays });
  }
  protected own(text: string): void {
    const tools = [
      ...new Set(
        text
          .split('\n')
          .map((t) => t.trim())
          .filter(Boolean),
      ),
    ];
    this.set({ tools: tools.length > 0 ? tools : null });
  }
  protected ownAlso(tool: string): void {
    this.set({ tools: [...(this.workshop()?.tools ?? []), tool].sort() });
  }
  protected usual(code: string, way: string): void {
    const w = this.workshop();
    if (!w) return;
    const rest = Object.fromEntries(Object.entries(w.habits).filter(([k]) => k !== code));
    this.set({ habits: way === NO_HABIT ? rest : { ...rest, [code]: way } });
  }
  protected after(field: keyof Workshop['followUps'], value: number | null): void {
    const w = this.workshop();
    if (w && value !== null) this.set({ followUps: { ...w.followUps, [field]: Math.round(value) } });
  }
  protected readonly Math = Math;
  protected clock(minutes: number): string {
    const two = (n: number) => String(n).padStart(2, '0');
    return `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
  }
  protected opens(text: string): void {
    const [h, m] = text.split(':').map(Number);
    if (h !== undefined && m !== undefined && Number.isInteger(h + m)) this.set({ opensAt: h * 60 + m });
  }
}
