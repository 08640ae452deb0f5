/** longer entries are quoted by their beginning: a sentence stays one */
const QUOTED = 28;
/** What somebody wrote, in quotation marks; cut by characters as they are seen, so that none is broken.
 *  @example quoted('31 x') // "“31 x”" */
export const quoted = (text: string): string => {
  const seen = [...new Intl.Segmenter().segment(text)].map((s) => s.segment);
  return `“${seen.length > QUOTED ? `${seen.slice(0, QUOTED).join('')}…` : text}”`;
};
/** The character as it is seen at an index of the text. */
export const characterAt = (text: string, at: number): string =>
  new Intl.Segmenter().segment(text).containing(at)?.segment ?? '';
/** Which character as it is seen an index of the text is, counted from 1. */
export const placeOf = (text: string, at: number): number =>
  [...new Intl.Segmenter().segment(text.slice(0, at))].length + 1;
