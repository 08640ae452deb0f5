import { computed, given, type Need } from '../evidence';
import type { RubCheck } from '../forecast';
import { reliefsOn, type RubAxleInput } from '../forecast';

/** What a tyre's clearance on one axle leaves to settle, with its figures. */
export function clearanceNeeds(check: RubCheck, input: RubAxleInput): readonly Need[] {
  const { nearest: n, nearestToStop: s, axle } = check;
  const figure = (
    name: 'clearance' | 'clearance-to-stop',
    mm: number,
    marginMm: number,
    zMm: number | null,
  ) =>
    computed(
      name,
      mm,
      'mm',
      [
        ...(zMm === null ? [] : [computed('wheel-travel', zMm, 'mm', [], { formula: 'rub-map' })]),
        computed('ride-height', check.liftMm, 'mm', [], { formula: 'balance' }),
        given('clearance-margin', marginMm, 'mm', input.brief.chains ? 'chains' : undefined),
        given('tire-tolerance', check.toleranceMm, 'mm'),
        ...(check.leastLiftMm === null
          ? []
          : [computed('least-lift', check.leastLiftMm, 'mm', [], { formula: 'bisection' })]),
      ],
      { formula: 'rub-map', limit: { min: marginMm }, plusMinus: check.toleranceMm },
    );
  const out: Need[] = [];
  if (!check.clears)
    out.push({
      finding: {
        code: 'tire-clearance',
        axle,
        obstacle: n.kind,
        clearanceMm: n.used.clearanceMm,
        marginMm: n.marginMm,
        where: n.where,
        others: check.rubbing.length - 1,
        liftMm: check.liftMm,
        needsLiftMm: check.leastLiftMm,
        chains: input.brief.chains,
      },
      verdict: 'needs',
      figure: figure('clearance', n.used.clearanceMm, n.marginMm, n.used.zMm),
      cures: [],
    });
  else if (s.toStop.clearanceMm < 0)
    out.push({
      finding: {
        code: 'tire-to-stop',
        axle,
        obstacle: s.kind,
        clearanceMm: s.toStop.clearanceMm,
        where: s.toStopWhere,
      },
      verdict: 'ask',
      figure: figure('clearance-to-stop', s.toStop.clearanceMm, 0, s.toStop.zMm),
      cures: [],
    });
  for (const { kind, relief } of reliefsOn(input.reliefs, axle, input.catalogue)) {
    if (relief.structural && kind)
      out.push({
        finding: { code: 'structural-relief', axle, obstacle: kind },
        verdict: 'no',
        figure: null,
        cures: [],
      });
    if (input.brief.reversibleOnly && !relief.reversible)
      out.push({ finding: { code: 'not-reversible' }, verdict: 'no', figure: null, cures: [] });
  }
  return out;
}
