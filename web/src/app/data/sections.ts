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
  { label: 'Look-over', link: 'look-over', lacks: 'look-over' },
  { label: 'Tape', link: 'tape', lacks: 'tape' },
  { label: 'Tyre', link: 'tyre', lacks: 'tire' },
  { label: 'Rub map', link: 'rub', lacks: null },
  { label: 'Match', link: 'match', lacks: 'match' },
  { label: 'Bench', link: 'bench', lacks: null },
  { label: 'Gearing', link: 'gearing', lacks: null },
  { label: 'Sheet', link: 'sheet', lacks: null },
  { label: 'After', link: 'after', lacks: 'after' },
];
/** the key that opens each, alone or with Alt, in their order */
export const SECTION_KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', '-'] as const;
/** Where in a job a lack of this section is mended. */
export const linkOf = (section: Lack['section']): string =>
  JOB_SECTIONS.find((s) => s.lacks === section)?.link ?? 'brief';
