import { first } from './001-jobs-catalogue-settings';
import { tiresSideBySide } from './002-tires-side-by-side';
import { nameOfTheShop } from './003-name-of-the-shop';
import { wheelsByAxle } from './004-wheels-by-axle';
import { revisions } from './005-revisions';
import { whatCannotBeRead } from './006-what-cannot-be-read';
import { intakeAndAfter } from './007-intake-and-after';
import { linesOfOnesOwn } from './008-lines-of-ones-own';
import { whatComesOff } from './009-what-comes-off';
import { pinsAndBans } from './010-pins-and-bans';
import { quotes } from './011-quotes';
import { workAndBoxes } from './012-work-and-boxes';
import { settledOnTheBoard } from './013-settled-on-the-board';
import { addressAndDays } from './014-address-and-days';
import { springCompressor } from './015-spring-compressor';
import type { NamedMigration } from './records';

/** In order. A landed one is frozen: it imports nothing that lives on, and it deletes nothing a person may have made. */
export const MIGRATIONS: readonly NamedMigration[] = [
  first,
  tiresSideBySide,
  nameOfTheShop,
  wheelsByAxle,
  revisions,
  whatCannotBeRead,
  intakeAndAfter,
  linesOfOnesOwn,
  whatComesOff,
  pinsAndBans,
  quotes,
  workAndBoxes,
  settledOnTheBoard,
  addressAndDays,
  springCompressor,
];
export type { NamedMigration };
