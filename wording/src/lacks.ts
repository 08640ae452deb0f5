import { type Lack, type Unreadable } from '@rigger/core';
import { plural } from './format';
import { fieldText } from './job-fields';
import { quoted } from './quoted';

export function lackText(l: Lack): string {
  switch (l.code) {
    case 'unreadable':
      return `cannot be read: ${fieldText(l.what.section, l.what.path).toLowerCase()}`;
    case 'use-unsaid':
      return 'use not said';
    case 'wish-unsaid':
      return 'wish not said';
    case 'height-unsaid':
      return 'no height said';
    case 'to-decide':
      return `${l.count} to decide`;
    case 'stance-unsaid':
      return 'stance not said';
    case 'no-vehicle':
      return 'no vehicle';
    case 'to-ask':
      return `${l.count} to ask`;
    case 'vehicle-not-there':
    case 'tire-not-there':
      return `not in the catalogue: ${l.codes.join(', ')}`;
    case 'corners':
      return `${plural(l.count, 'corner')} to tape`;
    case 'settled-untaped':
      return 'to tape settled';
    case 'no-tire':
      return 'no tyre';
    case 'not-priced':
      return 'no tyre priced';
    case 'no-source':
      return 'no lift source';
    case 'not-fitting':
      return `${l.count} not settled`;
    case 'unknown-parts':
      return `${plural(l.count, 'part')} not in the catalogue`;
  }
}
/** An entry that cannot be read, by its name and text. */
export const unreadableEntry = (u: Unreadable): string => `${fieldText(u.section, u.path)} ${quoted(u.text)}`;
/** What keeps a job from being printed: each entry that cannot be read, by its name. */
export const unreadableText = (all: readonly Unreadable[]): string =>
  `Not printed, since this cannot be read: ${all.map(unreadableEntry).join('; ')}. Correct it, then print.`;
