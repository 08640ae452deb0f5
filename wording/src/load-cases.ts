import type { LoadCase } from '@rigger/core';

/** What the vehicle carries in a figure or a verdict. */
export const LOAD_CASE_WORDS: Readonly<Record<LoadCase, string>> = {
  empty: 'empty',
  'as-used': 'loaded as said',
  rated: 'at the axle’s rating',
};
