import type { Lack } from '@rigger/core';

/** One look at a section; the first is where the section opens. */
export interface SectionPage {
  readonly label: string;
  /** as it stands in the address */
  readonly link: string;
}
interface JobSection extends SectionPage {
  /** which of the core's lacks belong here; null where nothing is filled in */
  readonly lacks: Lack['section'] | null;
  /** where a section has several; the first has the section's own address */
  readonly pages?: readonly SectionPage[];
  /** the work begins here: what is before it is agreed with the customer */
  readonly workBegins?: true;
}
/** The sections of a job in the order of work: Alt + their place opens them. */
export const JOB_SECTIONS: readonly JobSection[] = [
  { label: 'Brief', link: 'brief', lacks: 'brief' },
  { label: 'Vehicle', link: 'vehicle', lacks: 'vehicle' },
  { label: 'Look-over', link: 'look-over', lacks: 'look-over' },
  { label: 'Tape', link: 'tape', lacks: 'tape' },
  {
    label: 'Tyre',
    link: 'tyre',
    lacks: 'tire',
    pages: [
      { label: 'Sizes', link: 'tyre' },
      { label: 'Rub map', link: 'rub' },
      { label: 'Gearing', link: 'gearing' },
    ],
  },
  {
    label: 'Match',
    link: 'match',
    lacks: 'match',
    pages: [
      { label: 'Plans', link: 'match' },
      { label: 'Sources, by hand', link: 'sources' },
      { label: 'Bench', link: 'bench' },
    ],
  },
  { label: 'Quote', link: 'quote', lacks: 'quote' },
  {
    label: 'Plan',
    link: 'plan',
    lacks: 'plan',
    workBegins: true,
    pages: [
      { label: 'Steps', link: 'plan' },
      { label: 'Boxes', link: 'boxes' },
      { label: 'Papers', link: 'papers' },
    ],
  },
  { label: 'After', link: 'after', lacks: 'after' },
];
/** the key that opens each, alone or with Alt, in their order */
export const SECTION_KEYS = JOB_SECTIONS.map((_, i) => String(i + 1));
/** Where in a job a lack of this section is mended. */
export const linkOf = (section: Lack['section']): string =>
  JOB_SECTIONS.find((s) => s.lacks === section)?.link ?? 'brief';
/** The section that an address of a job belongs to. */
export const sectionAt = (link: string): JobSection | undefined =>
  JOB_SECTIONS.find((s) => s.link === link || s.pages?.some((p) => p.link === link));
/** Where the key of a section leads: into it, and from one of its pages to the next. */
export function nextIn(section: JobSection, from: string): string {
  const at = section.pages?.findIndex((p) => p.link === from) ?? -1;
  return section.pages?.[at + 1]?.link ?? section.link;
}
/** The last word of an address. */
export const lastOf = (url: string): string => url.split(/[?#]/)[0]?.split('/').at(-1) ?? '';
