import type { Catalogue, Figure, PlanPoint } from '@rigger/core';
import { duration, frequencyText, length, plural, tightestText, type Style } from '@rigger/wording';
import type { PlanDetail } from '../../workers/plans-api';
import { rollingText } from './catalogue-names';

/** A plan of the table, with what it means on this vehicle once that is known. */
export interface PlanColumn {
  readonly p: PlanPoint;
  readonly detail: PlanDetail | null;
}
/** a figure behind what a cell says, under a word */
export interface Reason {
  readonly word: string;
  readonly figure: Figure;
}
export interface PlanRow {
  readonly name: string;
  readonly cells: readonly { readonly text: string; readonly figures: readonly Reason[] }[];
}
/** What plans differ in, a row for each: a cell for every plan, with the figures behind it. */
export function planRows(
  columns: readonly PlanColumn[],
  catalogue: Catalogue | null,
  style: Style,
): readonly PlanRow[] {
  const row = (
    name: string,
    text: (c: PlanColumn) => string,
    figures: (c: PlanColumn) => readonly Reason[] = () => [],
  ) => ({ name, cells: columns.map((c) => ({ text: text(c), figures: figures(c) })) });
  const some = (of: readonly (readonly [string, Figure | null | undefined])[]): readonly Reason[] =>
    of.flatMap(([word, figure]) => (figure ? [{ word, figure }] : []));
  return [
    ...(columns.some(({ p }) => p.tire.tireCode !== null)
      ? [row('Tyre and wheel', ({ p }) => rollingText(p, catalogue))]
      : []),
    row('Leaves open', ({ p }) =>
      p.needs.no + p.needs.needs > 0
        ? plural(p.needs.no + p.needs.needs, 'need')
        : p.needs.ask > 0
          ? `${p.needs.ask} to ask`
          : 'nothing',
    ),
    row(
      'Off the wish',
      ({ p }) => (p.missMm < 0.5 ? 'as wished' : length(p.missMm, style)),
      ({ detail: d }) =>
        some([
          ['front', d?.offWish.front],
          ['rear', d?.offWish.rear],
        ]),
    ),
    row(
      'Rake, loaded',
      ({ p }) =>
        p.rakeLoadedMm === null
          ? ''
          : `${length(Math.abs(p.rakeLoadedMm), style)} ${p.rakeLoadedMm < 0 ? 'nose up' : 'tail up'}`,
      ({ detail: d }) => some([['why', d?.rakeLoaded]]),
    ),
    row(
      'Tightest spot',
      ({ detail: d }) => (d?.tightest ? tightestText(d.tightest, style) : '–'),
      ({ detail: d }) => some([['why', d?.tightestBy]]),
    ),
    row(
      'Ride, front / rear',
      ({ detail: d }) =>
        d?.ride.planned ? frequencyText(d.ride.planned.front.value, d.ride.planned.rear.value, style) : '',
      ({ detail: d }) =>
        some([
          ['front', d?.ride.planned?.front],
          ['rear', d?.ride.planned?.rear],
        ]),
    ),
    row('Advised', ({ p }) => (p.needs.advised > 0 ? `${p.needs.advised} to decide` : 'nothing')),
    row('Cannot be undone', ({ p }) =>
      p.irreversibleCount > 0 ? plural(p.irreversibleCount, 'thing') : 'nothing',
    ),
    row(
      'Person time',
      ({ p }) => duration(p.times.personMinutes),
      ({ detail: d }) => some([['why', d?.hours]]),
    ),
    row('In the bay, a pair', ({ p }) => duration(p.times.bayMinutes)),
    row('On the rack', ({ p }) => (p.times.rackMinutes > 0 ? duration(p.times.rackMinutes) : 'not needed')),
    row('Ready', ({ p }) => (p.days > 0 ? `after ${plural(p.days, 'day')}` : 'parts are here')),
  ];
}
