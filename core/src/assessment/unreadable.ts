import { CORNERS, entryAt, SECTIONS, type JobSections, type SectionName } from '../job';
import { parseTireSize } from '../tires';
import { parseLength } from '../units';
import { tapeRange } from '../vehicle';

/** Sections that people write values into. */
export type WrittenSection = Exclude<SectionName, 'unread'>;

/** A text of the job that no value can be read from, and where it stands: `path` goes down from the section. */
export interface Unreadable {
  readonly section: WrittenSection;
  readonly path: readonly string[];
  readonly text: string;
}

/** Every entry of the job that cannot be read, in the order of its sections: texts that their fields could not use, heights of the
 *  tape, sizes of tyres. While there is one nothing is printed, since a value that nobody meant stands in its place. A text whose
 *  row or axle has been taken out is void.
 *  @example unreadableIn({ ...emptySections('Hut warden'), unread: { entries: { 'brief.payloadKg': '5oo' } } }) // [{"section":"brief","path":["payloadKg"],"text":"5oo"}] */
export function unreadableIn(job: JobSections): readonly Unreadable[] {
  const typed = Object.entries(job.unread.entries).flatMap(([place, text]): Unreadable[] => {
    const [section, ...path] = place.split('.');
    if (!isSection(section)) return [];
    // a component is on the vehicle whether anybody has written of it or not
    const there = section === 'lookOver' || entryAt(job[section], path) !== undefined;
    return there ? [{ section, path, text }] : [];
  });
  const heights = job.tape.rounds.flatMap((round) => {
    const [minMm, maxMm] = tapeRange(round.readFrom);
    return CORNERS.filter((c) => {
      const r = parseLength(round.corners[c], { minMm, maxMm, prefer: 'mm' });
      return !r.ok && r.fault.code !== 'length-empty';
    }).map((c): Unreadable => ({
      section: 'tape',
      path: ['rounds', round.id, 'corners', c],
      text: round.corners[c],
    }));
  });
  const all = [...typed, ...heights, ...sizesIn(job.tire)];
  return SECTIONS.flatMap((s) => all.filter((u) => u.section === s));
}

const isSection = (name: string | undefined): name is WrittenSection =>
  name !== 'unread' && SECTIONS.some((s) => s === name);
function sizesIn(t: JobSections['tire']): readonly Unreadable[] {
  const sizes: readonly (readonly [path: readonly string[], text: string])[] = [
    [['currentSize'], t.currentSize],
    ...(t.currentRear ? [[['currentRear', 'size'], t.currentRear.size] as const] : []),
    ...(t.tireCode === null ? [[['targetSize'], t.targetSize] as const] : []),
    ...(t.rear?.tireCode === null ? [[['rear', 'size'], t.rear.size] as const] : []),
    ...t.candidates
      .filter((c) => c.tireCode === null)
      .map((c) => [['candidates', c.id, 'size'], c.size] as const),
  ];
  return sizes
    .filter(([, text]) => text.trim() !== '' && !parseTireSize(text).ok)
    .map(([path, text]) => ({ section: 'tire', path, text }));
}
