import type { Catalogue, KnownVehicle } from '../catalogue';
import { tiresOfSize } from '../forecast';
import type { JobSections, Lock, ShopSettings } from '../job';
import { needsOf, type Need } from '../assessment';
import { planCase } from '../plan-case';
import { parseTireSize } from '../tires';
import { once } from '../units';
import { isOffered, mayEnd } from './plan-space';

/** A tyre with a wheel, or with the wheels that are there. */
export interface WheelOption {
  readonly tire: Pick<JobSections['tire'], 'tireCode' | 'wheelCode'>;
  /** four of them, minor units; 0 where nothing is bought */
  readonly minor: number;
}
const ALL_ROUND = 4;

/** Every tyre and wheel that the job leaves open: tyres of the wanted size that are not ruled out, each on the wheels that are there and
 *  on every wheel that fits the hub. Of those the ways that leave least which no part of the catalogue settles; what a part settles, the
 *  search weighs. First the one that leaves least by itself, the cheapest of these first. What the advisor has picked stays, a tyre on other
 *  wheels where it cannot stay on those that are there; a rear of its own is left to the advisor. Never empty. */
export function wheelOptions(
  job: JobSections,
  vehicle: KnownVehicle,
  catalogue: Catalogue,
  settings: ShopSettings,
  locks: readonly Lock[],
): readonly WheelOption[] {
  const is: WheelOption = {
    tire: { tireCode: job.tire.tireCode, wheelCode: job.tire.wheelCode },
    minor: 0,
  };
  const size = parseTireSize(job.tire.targetSize);
  if (job.tire.rear !== null || !size.ok) return [is];
  const openOn = (tire: WheelOption['tire']) => {
    const c = planCase({ ...job, tire: { ...job.tire, ...tire } }, vehicle, catalogue, settings);
    const needs = needsOf(c, ['tire']);
    const count = (v: 'no' | 'needs', of = needs) => of.filter((n) => n.verdict === v).length;
    const stays = needs.filter((n) => !isSettled(n));
    return { no: count('no', stays), needs: count('needs', stays), all: count('needs') };
  };
  const parts = once(() => catalogue.parts.filter((p) => isOffered(p, vehicle, locks)));
  const isSettled = (n: Need): boolean =>
    n.verdict === 'needs' && parts().some((part) => mayEnd({ kind: 'part', part }, n));
  const picked = catalogue.tires.filter((t) => t.code === is.tire.tireCode);
  // a tyre that is picked stays on the wheels that are there, unless it cannot be mounted on them
  if (is.tire.tireCode !== null && (is.tire.wheelCode !== null || openOn(is.tire).no === 0)) return [is];
  const tires = picked.length > 0 ? picked : allowed(tiresOfSize(size.value, catalogue.tires), 'tire', locks);
  const fitting = catalogue.wheels.filter(
    (w) => w.boltCircle === vehicle.platform.boltCircle && w.rimIn === size.value.rimIn,
  );
  const wheels = allowed(fitting, 'wheel', locks);
  const pinned = locks.some((l) => l.what === 'wheel' && l.how === 'pin');
  const on = is.tire.wheelCode === null ? [...(pinned ? [] : [null]), ...wheels] : [undefined];
  const ways = tires.flatMap((t) =>
    on.map((w) => {
      const tire = {
        tireCode: t.code,
        wheelCode: w === undefined ? is.tire.wheelCode : (w?.code ?? null),
      };
      const open = openOn(tire);
      return { tire, open, minor: ALL_ROUND * (t.priceMinor + (w?.priceMinor ?? 0)) };
    }),
  );
  // what cannot stay is not made good by less to do
  const fewestNo = Math.min(...ways.map((w) => w.open.no));
  const can = ways.filter((w) => w.open.no === fewestNo);
  const fewest = Math.min(...can.map((w) => w.open.needs));
  const whole = can
    .filter((w) => w.open.needs === fewest)
    .sort(
      (a, b) =>
        a.open.all - b.open.all || a.minor - b.minor || (wheelOptionName(a) < wheelOptionName(b) ? -1 : 1),
    );
  return whole.length > 0 ? whole.map(({ tire, minor }) => ({ tire, minor })) : [is];
}
/** Names a way among the others: tyre, and wheel where another is bought. */
export const wheelOptionName = ({ tire }: Pick<WheelOption, 'tire'>): string =>
  [tire.tireCode, tire.wheelCode].filter((c) => c !== null).join(' on ');
/** Those that are pinned where any is, without those that are banned. */
function allowed<T extends { readonly code: string }>(
  items: readonly T[],
  what: 'tire' | 'wheel',
  locks: readonly Lock[],
): readonly T[] {
  const of = (how: Lock['how']) => locks.flatMap((l) => (l.what === what && l.how === how ? [l.which] : []));
  const [pins, bans] = [of('pin'), of('ban')];
  return items.filter((i) => !bans.includes(i.code) && (pins.length === 0 || pins.includes(i.code)));
}
