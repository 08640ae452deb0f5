import { computed, inject, Injectable, signal } from '@angular/core';
import type { CatalogueState, VersionedSettings } from '@rigger/contracts';
import type { Catalogue, LengthUnit, ShopSettings } from '@rigger/core';
import { STYLE_MM, styleOf, type Style } from '@rigger/wording';
import { forkJoin } from 'rxjs';
import { Api, failureText, type CallFailure } from './api';

/** What every screen needs once: catalogue and settings. */
@Injectable({ providedIn: 'root' })
export class Shop {
  private readonly api = inject(Api);
  private readonly loadedCatalogue = signal<Catalogue | null>(null);
  private readonly loadedSettings = signal<VersionedSettings | null>(null);
  private readonly problem = signal<string | null>(null);
  private readonly known = signal<CatalogueState | null>(null);
  private loading = false;
  /** the state that the screen counts with; what comes in late for another one is dropped */
  private wanted: number | null = null;

  readonly catalogue = this.loadedCatalogue.asReadonly();
  /** states of the catalogue, the newest first; number 0 for a shop that has none */
  readonly states = this.known.asReadonly();
  readonly settings = computed(() => this.loadedSettings()?.data ?? null);
  readonly failure = this.problem.asReadonly();
  readonly style = computed<Style>(() => {
    const s = this.settings();
    return s ? styleOf(s) : STYLE_MM;
  });

  load(): void {
    if (this.loading || this.loadedSettings()) return;
    this.loading = true;
    this.problem.set(null);
    forkJoin({ states: this.api.states(), settings: this.api.settings() }).subscribe({
      next: ({ states, settings }) => {
        this.loading = false;
        this.known.set(states);
        this.loadedSettings.set(settings);
        this.use(this.wanted ?? states.number);
      },
      error: (f: CallFailure) => {
        this.loading = false;
        this.problem.set(failureText(f));
      },
    });
  }
  /** Counts with this state of the catalogue from now on. */
  use(state: number): void {
    if (this.wanted === state && this.loadedCatalogue()) return;
    this.wanted = state;
    this.api.catalogue(state).subscribe({
      next: (catalogue) => {
        if (this.wanted === state) this.loadedCatalogue.set(catalogue);
      },
      error: (f: CallFailure) => {
        this.problem.set(failureText(f));
      },
    });
  }
  /** A catalogue was read in: the newest state is another one. */
  renewed(states: CatalogueState): void {
    this.known.set(states);
    this.use(states.number);
  }

  /** Millimetres or inches, for the whole shop. */
  useUnit(lengthUnit: LengthUnit): void {
    if (this.settings()?.lengthUnit !== lengthUnit) this.change({ lengthUnit });
  }
  /** Changes settings of the whole shop: on the screen at once, then saved. A newer setting of somebody else is fetched and the change put
   *  into it. */
  change(change: Partial<ShopSettings>): void {
    const now = this.loadedSettings();
    if (!now) return;
    this.lastSaved ??= now;
    this.loadedSettings.set({ ...now, data: { ...now.data, ...change } as VersionedSettings['data'] });
    this.unsaved = { ...this.unsaved, ...change };
    this.send();
  }
  private unsaved: Partial<ShopSettings> = {};
  /** what the server has, while something is on its way there */
  private lastSaved: VersionedSettings | null = null;
  private sending = false;
  /** one save at a time: each names the version that the one before it made */
  private send(): void {
    const now = this.loadedSettings();
    if (this.sending || !now || Object.keys(this.unsaved).length === 0) return;
    const sent = this.unsaved;
    this.unsaved = {};
    this.sending = true;
    this.api.saveSettings(now.version, { ...now.data, ...sent }).subscribe({
      next: (saved) => {
        this.sending = false;
        this.problem.set(null);
        this.lastSaved = saved;
        this.loadedSettings.set({
          ...saved,
          data: { ...saved.data, ...this.unsaved } as VersionedSettings['data'],
        });
        this.send();
      },
      error: (f: CallFailure) => {
        const newer = f.kind === 'refused' && f.error.code === 'version-conflict';
        if (!newer) this.problem.set(failureText(f));
        this.api.settings().subscribe({
          next: (fresh) => {
            this.sending = false;
            const waiting = newer ? { ...sent, ...this.unsaved } : this.unsaved;
            this.unsaved = waiting;
            this.lastSaved = fresh;
            this.loadedSettings.set({
              ...fresh,
              data: { ...fresh.data, ...waiting } as VersionedSettings['data'],
            });
            this.send();
          },
          error: () => {
            this.sending = false;
            this.unsaved = {};
            if (this.lastSaved) this.loadedSettings.set(this.lastSaved);
          },
        });
      },
    });
  }
}
