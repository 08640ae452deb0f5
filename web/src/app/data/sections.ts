import type { Lack } from '@rigger/core';

interface JobSection {
  readonly label: string;
  /** as it stands in the address */
  readonly link: string;
  /** which of the core's lacks belong here; null where nothing is filled in */
  readonly lacks: Lack['section'] | null;
}
/** The sections of a job in the order of work: Alt + their place opens them. */
export const JOB_SECTIONS: readonly JobSection[] = [
  { label: 'Brief', link: 'brief', lacks: 'brief' },
  { label: 'Vehicle', link: 'vehicle', lacks: 'vehicle' },
  { label: 'Tape', link: 'tape', lacks: 'tape' },
  { label: 'Tyre', link: 'tyre', lacks: 'tire' },
  { label: 'Rub map', link: 'rub', lacks: null },
  { label: 'Match', link: 'match', lacks: 'match' },
  { label: 'Bench', link: 'bench', lacks: null },
  { label: 'Gearing', link: 'gearing', lacks: null },
  { label: 'Sheet', link: 'sheet', lacks: null },
];
/** Where in a job a lack of this section is mended. */
export const linkOf = (section: Lack['section']): string =>
  JOB_SECTIONS.find((s) => s.lacks === section)?.link ?? 'brief';
