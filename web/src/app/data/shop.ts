import { computed, inject, Injectable, signal } from '@angular/core';
import type { VersionedSettings } from '@rigger/contracts';
import type { Catalogue, LengthUnit } from '@rigger/core';
import { STYLE_MM, type Style } from '@rigger/wording';
import { forkJoin } from 'rxjs';
import { Api, failureText, type CallFailure } from './api';

/** What every screen needs once: catalogue and settings. */
@Injectable({ providedIn: 'root' })
export class Shop {
  private readonly api = inject(Api);
  private readonly loadedCatalogue = signal<Catalogue | null>(null);
  private readonly loadedSettings = signal<VersionedSettings | null>(null);
  private readonly problem = signal<string | null>(null);
  private loading = false;

  readonly catalogue = this.loadedCatalogue.asReadonly();
  readonly settings = computed(() => this.loadedSettings()?.data ?? null);
  readonly failure = this.problem.asReadonly();
  readonly style = computed<Style>(() => {
    const s = this.settings();
    return s ? { length: s.lengthUnit, currency: s.currency } : STYLE_MM;
  });

  load(): void {
    if (this.loading || this.loadedCatalogue()) return;
    this.loading = true;
    this.problem.set(null);
    forkJoin({ catalogue: this.api.catalogue(), settings: this.api.settings() }).subscribe({
      next: ({ catalogue, settings }) => {
        this.loading = false;
        this.loadedCatalogue.set(catalogue);
        this.loadedSettings.set(settings);
      },
      error: (f: CallFailure) => {
        this.loading = false;
        this.problem.set(failureText(f));
      },
    });
  }

  /** Millimetres or inches, for the whole shop. A newer setting of somebody else is fetched and the unit put into it. */
  useUnit(lengthUnit: LengthUnit): void {
    const now = this.loadedSettings();
    if (!now || now.data.lengthUnit === lengthUnit) return;
    this.loadedSettings.set({ ...now, data: { ...now.data, lengthUnit } });
    this.api.saveSettings(now.version, { ...now.data, lengthUnit }).subscribe({
      next: (saved) => {
        this.loadedSettings.set(saved);
      },
      error: (f: CallFailure) => {
        this.loadedSettings.set(now);
        if (f.kind === 'refused' && f.error.code === 'version-conflict')
          this.api.settings().subscribe((fresh) => {
            this.loadedSettings.set(fresh);
            this.useUnit(lengthUnit);
          });
        else this.problem.set(failureText(f));
      },
    });
  }
}
