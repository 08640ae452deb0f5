import { computed, given, type Finding, type Need, type Verdict } from '../evidence';
import type { Cure } from '../evidence';
import { fitmentOf, type Catalogue, type Part, type PartEffect, type Platform } from '../catalogue';
import {
  barLinkState,
  hoseReach,
  restoringLinkMm,
  studCutMm,
  threadEngagement,
  HOSE_SLACK_MM,
} from '../hardware';
import type { Axle } from '../suspension';
import { effectsOfKind, onAxle, spacersMm, type FittedPart } from '../vehicle';
import { standingObjections } from './assess-part';
import { axleGrid, type RubAxle, type RubAxleInput } from '../forecast';
import type { TireCheck } from '../forecast';

const NUT_ROOM_MM = 2; // the nut's chamfer, which holds nothing
const COUNTERBORE_MM = 12; // pocket in the back of a cast wheel's pad, where nobody has measured it
const GRID = { rows: 3, columns: 3 }; // a way between two clips is longest at an end of travel or lock

type Input = RubAxleInput & { readonly catalogue: Pick<Catalogue, 'reliefs' | 'parts'> };

/** Hoses, leads and bar links over the travel the plan leaves, studs behind wheel spacers, and the spare. */
export function hardwareNeeds(input: Input, a: RubAxle, chosen: readonly FittedPart[]): readonly Need[] {
  return [...hoseNeeds(input, a, chosen), ...linkNeeds(input, a, chosen), ...studNeeds(input)];
}

function hoseNeeds(input: Input, a: RubAxle, chosen: readonly FittedPart[]): readonly Need[] {
  const spec = input.vehicle.platform[input.axle];
  return spec.hoses.flatMap((h): Need[] => {
    const gained = (parts: readonly FittedPart[]) =>
      Math.max(
        0,
        ...effectsOfKind(parts, input.axle, 'hose')
          .filter((e) => e.what === h.what)
          .map((e) => e.gainMm),
      );
    const r = hoseReach(a.setup.model, axleGrid(a, GRID.rows, GRID.columns), h);
    if (!r.ok) return [];
    const spare = (parts: readonly FittedPart[]) => r.value.spareMm + gained(parts);
    const now = spare(input.planned);
    if (now >= 0) return [];
    const figure = (spareMm: number, gainMm: number) =>
      computed(
        'hose-spare',
        spareMm,
        'mm',
        [
          given('hose-length', h.freeMm + gainMm, 'mm'),
          computed('hose-way', r.value.longestMm, 'mm', [], { formula: 'hose-way' }),
          given('hose-length', -HOSE_SLACK_MM, 'mm', 'slack'),
        ],
        { formula: 'hose-way', limit: { min: 0 } },
      );
    return [
      {
        finding: {
          code: 'hose-short',
          axle: input.axle,
          what: h.what,
          shortMm: -now,
          freeMm: h.freeMm + gained(input.planned),
        },
        verdict: 'needs',
        figure: figure(now, gained(input.planned)),
        cures: curing(
          input,
          chosen,
          'hose-short',
          (e) => e.kind === 'hose' && e.what === h.what && r.value.spareMm + e.gainMm >= 0,
          (part) => figure(spare([...input.planned, { part, quantity: 1 }]), gained([{ part, quantity: 1 }])),
        ),
      },
    ];
  });
}

function linkNeeds(input: Input, a: RubAxle, chosen: readonly FittedPart[]): readonly Need[] {
  const link = input.vehicle.platform[input.axle].barLink;
  if (!link) return [];
  const longer = (parts: readonly FittedPart[]) =>
    effectsOfKind(parts, input.axle, 'bar-link').reduce((s, e) => s + e.deltaMm, 0);
  const at = (deltaMm: number) => barLinkState(a.setup.model, link, a.rideZMm, deltaMm);
  const state = at(longer(input.planned));
  const changeMm = restoringLinkMm(a.setup.model, link, a.rideZMm);
  const kept = (s: typeof state) => s !== null && Math.abs(s.fromSquareDeg) <= link.runningDeg;
  if (kept(state)) return [];
  const figure = (s: typeof state) =>
    s &&
    computed(
      'bar-link',
      s.fromSquareDeg,
      'deg',
      [
        ...(changeMm === null
          ? []
          : [computed('bar-link-change', changeMm, 'mm', [], { formula: 'bar-link' })]),
        computed('ride-height', -a.rideZMm, 'mm', [], { formula: 'balance' }),
      ],
      { formula: 'bar-link', limit: { min: -link.runningDeg, max: link.runningDeg } },
    );
  return [
    {
      finding: {
        code: 'bar-link-angle',
        axle: input.axle,
        valueDeg: state?.fromSquareDeg ?? 90,
        limitDeg: link.runningDeg,
        changeMm,
      },
      verdict: 'needs',
      figure: figure(state),
      cures: curing(
        input,
        chosen,
        'bar-link-angle',
        (e) => e.kind === 'bar-link' && kept(at(e.deltaMm)),
        (part) => figure(at(longer([{ part, quantity: 1 }]))),
      ),
    },
  ];
}

function studNeeds(input: Input): readonly Need[] {
  const { stud } = input.vehicle.platform;
  const total = spacersMm(input.planned, input.axle);
  if (total === 0) return [];
  const need = (finding: Finding, verdict: Verdict): Need => ({ finding, verdict, figure: null, cures: [] });
  const out: Need[] = [need({ code: 'spacer-papers', axle: input.axle, spacerMm: total }, 'ask')];
  for (const e of effectsOfKind(input.planned, input.axle, 'wheel-spacer')) {
    if (e.ownStuds) {
      const cutMm = studCutMm(stud.lengthMm - e.thicknessMm, COUNTERBORE_MM);
      if (cutMm > 0)
        out.push(need({ code: 'stud-cut', axle: input.axle, cutMm, spacerMm: e.thicknessMm }, 'ask'));
      continue;
    }
    const held = threadEngagement({
      lengthMm: stud.lengthMm,
      stackMm: stud.padMm + e.thicknessMm + NUT_ROOM_MM,
      diameterMm: stud.diameterMm,
      into: 'steel',
      shankMm: null,
      depthMm: null,
    });
    if (!held.holds)
      out.push(
        need(
          {
            code: 'stud-engagement',
            axle: input.axle,
            engagedMm: held.engagedMm,
            neededMm: held.neededMm,
            spacerMm: e.thicknessMm,
          },
          'no',
        ),
      );
  }
  return out;
}

/** What the wanted tyre asks of the spare's place. */
export function spareNeeds(
  platform: Platform,
  check: TireCheck,
  input: Pick<Input, 'vehicle' | 'brief' | 'planned' | 'catalogue'>,
  chosen: readonly FittedPart[],
): readonly Need[] {
  const { spare } = platform;
  if (!spare) return [];
  const carriers = (parts: readonly FittedPart[]) => effectsOfKind(parts, 'rear', 'spare-carrier');
  const ratedKg = Math.max(spare.ratedKg, ...carriers(input.planned).map((c) => c.ratedKg));
  const maxDiameterMm = Math.max(spare.maxDiameterMm, ...carriers(input.planned).map((c) => c.maxDiameterMm));
  const { state } = check.target;
  const mass = check.figures.mass.target;
  const out: Need[] = [];
  if (state.diameterMm > maxDiameterMm || state.sectionOnRimMm > spare.maxSectionMm)
    out.push({
      finding: {
        code: 'spare-size',
        place: spare.place,
        diameterMm: state.diameterMm,
        sectionMm: state.sectionOnRimMm,
        maxDiameterMm,
        maxSectionMm: spare.maxSectionMm,
      },
      verdict: 'ask',
      figure: check.figures.diameter.target,
      cures: [],
    });
  if (mass.value > ratedKg)
    out.push({
      finding: { code: 'spare-load', place: spare.place, massKg: mass.value, ratedKg },
      verdict: 'needs',
      figure: mass,
      cures: curing(
        { ...input, axle: 'rear' },
        chosen,
        'spare-load',
        (e) => e.kind === 'spare-carrier' && e.ratedKg >= mass.value,
        () => mass,
      ),
    });
  return out;
}

/** Parts of the catalogue that say they cure a need and, by their effect, do; cheapest first. */
function curing(
  input: Pick<Input, 'vehicle' | 'brief' | 'catalogue'> & { readonly axle: Axle },
  chosen: readonly FittedPart[],
  code: Part['cures'][number],
  does: (e: PartEffect) => boolean,
  after: (part: Part) => Cure['after'],
): readonly Cure[] {
  return input.catalogue.parts
    .filter((p) => p.cures.includes(code) && onAxle(p, input.axle) && p.effects.some(does))
    .filter((p) => !chosen.some((c) => c.part.code === p.code))
    .filter((p) => standingObjections(p, input.vehicle, input.brief).length === 0)
    .flatMap((part): Cure[] => {
      const fit = fitmentOf(part.applications, input.vehicle);
      return fit.verdict === 'no'
        ? []
        : [{ part: part.code, priceMinor: part.priceMinor, after: after(part), provenance: fit.provenance }];
    })
    .sort((x, y) => x.priceMinor - y.priceMinor);
}
