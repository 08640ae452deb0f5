import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import type { JobSections } from '@rigger/core';
import { HeadlineHarness } from '../app/ui/headline.harness';
import { NumberFieldHarness } from '../app/ui/number-field.harness';
import { openBench } from './shop-bench';

/** One section of a job on the screen, with what a test looks at and does there. */
export async function show<T>(view: Type<T>, job: JobSections) {
  const bench = await openBench(job);
  const fixture = TestBed.createComponent(view);
  const loader = TestbedHarnessEnvironment.loader(fixture);
  const documentLoader = TestbedHarnessEnvironment.documentRootLoader(fixture);
  await fixture.whenStable();
  return {
    ...bench,
    fixture,
    loader,
    documentLoader,
    page: fixture.nativeElement as HTMLElement,
    headline: async () => (await loader.getHarness(HeadlineHarness)).sentence(),
    field: (label: string) => loader.getHarness(NumberFieldHarness.labelled(label)),
    button: (text: RegExp) => loader.getHarness(MatButtonHarness.with({ text })),
    text: async () => {
      await fixture.whenStable();
      return (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
    },
  };
}
