/** Fractions that are one character, as they are spelled out. */
const VULGAR: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};
/** The text without what only looks different: such fractions spelled out, one blank where there are several, none around it. */
export const spelledOut = (text: string): string =>
  text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => VULGAR[c] ?? c)
    .replace(/\s+/g, ' ')
    .trim();
