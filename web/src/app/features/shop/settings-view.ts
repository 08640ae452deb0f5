import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { CHARGES, LIMITED, type Charge, type PlaceLimit, type ShopSettings } from '@rigger/core';
import { costTermWord, LIMIT_WORDS, money } from '@rigger/wording';
import { Shop } from '../../data/shop';
import { HeadlineBlock } from '../../ui/headline';
import { NumberField } from '../../ui/number-field';
import { TopBar } from '../../ui/top-bar';
import { ShopSections } from './shop-sections';

/** Name, money, units and what the place allows: what every quote and every verdict of the shop is made with. Saved as it is written. */
@Component({
  selector: 'app-settings',
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
  templateUrl: './settings-view.html',
  styleUrl: './workshop-view.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SettingsView {
  protected readonly shop = inject(Shop);
  protected readonly settings = this.shop.settings;
  protected readonly charges = CHARGES;
  protected readonly chargeWord = costTermWord;
  protected readonly limited = LIMITED;
  protected readonly limitWords = LIMIT_WORDS;
  protected readonly headline = computed(() => {
    const s = this.settings();
    if (!s) return { sentence: 'Reading the settings …', consequence: '' };
    const unsaid = [
      s.shopName === '' ? 'its name' : '',
      s.labourMinorPerHour === 0 ? 'what an hour costs' : '',
      s.quoteDays === null ? 'how long a quote holds' : '',
    ].filter(Boolean);
    return {
      sentence: `${s.shopName || 'This shop'}: ${money(s.labourMinorPerHour, this.shop.style())} an hour, tax ${this.percent(s.taxShare)} %.`,
      consequence:
        unsaid.length > 0
          ? `Not said yet: ${unsaid.join(', ')}.`
          : 'Quotes are made with what stands here; one that was given stays as it was. Everything is saved as you write it.',
    };
  });
  constructor() {
    this.shop.load();
  }
  protected readonly percent = (share: number): number => Math.round(share * 1000) / 10;
  protected set(change: Partial<ShopSettings>): void {
    this.shop.change(change);
  }
  protected share(of: Charge['setting'] | 'taxShare', percent: number | null): void {
    if (percent !== null) this.set({ [of]: percent / 100 });
  }
  protected minor(of: Charge['setting'] | 'labourMinorPerHour', value: number | null): void {
    if (value !== null) this.set({ [of]: value });
  }
  /** a sign for money is never nothing: what was there stays */
  protected currency(text: string): void {
    if (text.trim() !== '') this.set({ currency: text.trim() });
  }
  protected limit(i: number, change: Partial<PlaceLimit>): void {
    const all = this.settings()?.placeLimits ?? [];
    this.set({ placeLimits: all.map((l, n) => (n === i ? { ...l, ...change } : l)) });
  }
  protected addLimit(): void {
    const all = this.settings()?.placeLimits ?? [];
    this.set({ placeLimits: [...all, { what: 'total-lift', limitMm: 0, verdict: 'ask', whose: '' }] });
  }
  protected withoutLimit(i: number): void {
    this.set({ placeLimits: (this.settings()?.placeLimits ?? []).filter((_, n) => n !== i) });
  }
}
