import { DestroyRef, effect, inject, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { FormControl, FormGroup } from '@angular/forms';
import type { JobSections, SectionName } from '@rigger/core';
import { JobStore } from './job-store';
import { same } from './merge';

/** Ties a typed form to a section of the open job, both ways: what is typed is saved, what is undone or comes from
 *  another browser is shown. Only fields that differ are touched, so a cursor stays where it is. */
export function linkSection<
  K extends SectionName,
  F extends { [P in keyof F]: P extends keyof JobSections[K] ? FormControl<JobSections[K][P]> : never },
>(section: K, form: FormGroup<F>): void {
  const store = inject(JobStore);
  const controls = Object.entries(form.controls) as [keyof JobSections[K] & string, FormControl<unknown>][];
  effect(() => {
    const data = store.sections()?.[section];
    if (!data) return;
    untracked(() => {
      for (const [key, control] of controls)
        if (!same(control.value, data[key])) control.setValue(data[key], { emitEvent: false });
    });
  });
  // each control for itself: another one may still show what the store has moved on from
  const gone = takeUntilDestroyed(inject(DestroyRef));
  for (const [key, control] of controls)
    control.valueChanges.pipe(gone).subscribe((value) => {
      const data = store.sections()?.[section];
      if (data && !same(value, data[key]))
        store.patch(section, { [key]: value } as Partial<JobSections[K]>, key);
    });
}
