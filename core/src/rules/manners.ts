import { computed, explain, given, type Figure } from '../evidence';
import type { Axle } from '../suspension';
import { G_M_PER_S2 } from '../units';
import { AXLES, type PlanCase } from './plan-case';

/** Ride frequency of each axle with the load of the brief on it, wheel rate and tyre in series; null without a height. */
export function frequencies(c: PlanCase, which: 'today' | 'planned'): Readonly<Record<Axle, Figure>> | null {
  const out: Partial<Record<Axle, Figure>> = {};
  for (const axle of AXLES) {
    const { prepared } = c.axles[axle];
    const view = which === 'today' ? prepared.today : prepared.with(c.planned);
    const height = view.loaded();
    if (!height.ok) return null;
    const tire = c.tires.check?.[axle].figures.stiffness[which === 'today' ? 'today' : 'target'];
    const rate = computed('wheel-rate', height.value.wheelRateNPerMm, 'N/mm', [], {
      formula: 'virtual-work',
    });
    out[axle] = explain('frequency', 'Hz', 'ride-frequency', {
      rate: tire ? explain('ride-rate', 'N/mm', 'in-series', { of: [rate, tire] }) : rate,
      mass: given('sprung-mass', view.load.loadedN / G_M_PER_S2, 'kg', `${axle}, loaded`),
    });
  }
  const { front, rear } = out;
  return front && rear ? { front, rear } : null;
}
