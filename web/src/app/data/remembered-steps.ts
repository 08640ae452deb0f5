import { axleSteps, type Axle, type AxleSteps } from '@rigger/core';
import { remembering } from './remembering';

/** The same steps with a memory of each axle's last answer: an edit that does not touch an axle does not pose it again. */
export function rememberedSteps(): AxleSteps {
  const perAxle = <I extends { readonly axle: Axle }, R>(work: (input: I) => R) => {
    const of = { front: remembering(work), rear: remembering(work) };
    return (input: I) => of[input.axle](input);
  };
  return { settle: perAxle(axleSteps.settle), near: perAxle(axleSteps.near) };
}
