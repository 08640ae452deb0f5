/** Each screen's finding in one sentence, and one line of consequence under it. */
export interface Headline {
  readonly sentence: string;
  readonly consequence: string;
}
