import type { Catalogue, KnownVehicle } from '../catalogue';
import { tiresOfSize } from '../forecast';
import type { JobSections, ShopSettings } from '../job';
import { needsOf, planCase } from '../rules';
import { parseTireSize } from '../tires';

type Picked = Pick<JobSections['tire'], 'tireCode' | 'wheelCode'>;
/** Tyre and wheel where the job leaves them open: of the tyres of the wanted size, with or without another wheel, the one that leaves
 *  least to settle, then the cheapest. What the advisor has picked stays; a rear of its own is left to the advisor. */
export function pickRolling(
  job: JobSections,
  vehicle: KnownVehicle,
  catalogue: Catalogue,
  settings: ShopSettings,
): Picked {
  const is: Picked = { tireCode: job.tire.tireCode, wheelCode: job.tire.wheelCode };
  const size = parseTireSize(job.tire.targetSize);
  if (is.tireCode !== null || job.tire.rear !== null || !size.ok) return is;
  const tires = tiresOfSize(size.value, catalogue.tires);
  if (tires.length === 0) return is;
  const wheels = [
    null,
    ...catalogue.wheels.filter(
      (w) => w.boltCircle === vehicle.platform.boltCircle && w.rimIn === size.value.rimIn,
    ),
  ];
  const ways = tires.flatMap((t) =>
    (is.wheelCode === null ? wheels : [undefined]).map((w) => {
      const pick: Picked = {
        tireCode: t.code,
        wheelCode: w === undefined ? is.wheelCode : (w?.code ?? null),
      };
      const c = planCase({ ...job, tire: { ...job.tire, ...pick } }, vehicle, catalogue, settings);
      const open = needsOf(c, ['tire']).filter((n) => n.verdict === 'no' || n.verdict === 'needs').length;
      return { pick, open, minor: t.priceMinor + (w?.priceMinor ?? 0) };
    }),
  );
  const [best] = ways.sort(
    (a, b) =>
      a.open - b.open || a.minor - b.minor || ((a.pick.tireCode ?? '') < (b.pick.tireCode ?? '') ? -1 : 1),
  );
  return best?.pick ?? is;
}
