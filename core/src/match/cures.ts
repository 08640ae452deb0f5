import { computed, given, type Cure, type Figure, type Finding } from '../evidence';
import { fitmentOf, type Catalogue, type NeedCode } from '../catalogue';
import type { Brief } from '../job';
import { forecastAxle, type AxleForecast } from '../forecast';
import { onAxle, afterBuild } from '../vehicle';
import { axleNeeds } from '../rules';
import { standingObjections } from '../rules';

type Input = Parameters<typeof forecastAxle>[0] & { readonly brief: Pick<Brief, 'reversibleOnly'> };

/** Parts that end a need, cheapest first: each candidate is put on and the axle is computed again. A part that leaves
 *  the need standing is not offered; `after` is the figure with the part on. */
export function curesFor(
  finding: Finding,
  input: Input,
  catalogue: Pick<Catalogue, 'parts'>,
): readonly Cure[] {
  const { axle } = input;
  return catalogue.parts
    .filter((p) => p.cures.includes(finding.code as NeedCode) && onAxle(p, axle))
    .filter((p) => !input.chosen.some((c) => c.part.code === p.code))
    .filter((p) => standingObjections(p, input.vehicle, input.brief).length === 0)
    .flatMap((part): Cure[] => {
      const fit = fitmentOf(part.applications, input.vehicle);
      if (fit.verdict === 'no') return [];
      const chosen = [...input.chosen, { part, quantity: 1 }];
      const with_ = forecastAxle({
        ...input,
        chosen,
        planned: afterBuild(input.fitted, chosen),
        fast: true,
      });
      if (!with_.ok) return [];
      if (axleNeeds(with_.value).some((n) => n.finding.code === finding.code)) return [];
      return [
        {
          part: part.code,
          priceMinor: part.priceMinor,
          after: afterFigure(finding.code, with_.value, `${part.maker} ${part.code}`),
          provenance: fit.provenance,
        },
      ];
    })
    .sort((a, b) => a.priceMinor - b.priceMinor);
}

function afterFigure(code: Finding['code'], f: AxleForecast, from: string): Figure | null {
  const g = f.geometryPlanned;
  const angle = (name: 'cv-angle' | 'camber' | 'caster' | 'steering-wheel', value: number | null) =>
    value === null
      ? null
      : computed(
          name,
          value,
          'deg',
          [
            f.lift,
            ...(name === 'camber' || name === 'caster'
              ? [
                  given('adjuster-reach', f.reach[`${name}Deg`][0], 'deg', from),
                  given('adjuster-reach', f.reach[`${name}Deg`][1], 'deg', from),
                ]
              : []),
          ],
          { formula: 'carrier-pose', from: `with ${from}` },
        );
  const length = (
    name: 'shift-left' | 'droop-left' | 'damper-reserve',
    value: number | null | undefined,
    formula: 'carrier-pose' | 'travel-walk',
  ) => (value == null ? null : computed(name, value, 'mm', [f.lift], { formula, from: `with ${from}` }));
  switch (code) {
    case 'cv-angle':
      return angle('cv-angle', g.cvOuterDeg);
    case 'camber-reach':
      return angle('camber', g.camberDeg);
    case 'caster-reach':
      return angle('caster', g.casterDeg);
    case 'steering-wheel-off-centre':
      return angle('steering-wheel', g.steeringWheelDeg);
    case 'axle-off-centre':
      return length('shift-left', g.shiftLeftMm, 'carrier-pose');
    case 'topped-out':
      return length('droop-left', f.room?.droopMm, 'travel-walk');
    case 'damper-solid':
      return length('damper-reserve', f.room?.damperReserveMm, 'travel-walk');
    default:
      return null;
  }
}
