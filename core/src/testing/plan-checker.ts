import type { AccessState, Catalogue, Work, WorkPlan, WorkStep } from '..';

/** Everything that is wrong with a plan, found by doing it step by step: a vehicle on which states are taken off and put back, joints
 *  opened and closed. Nothing of the planner's own order is believed. Empty for a plan that can be worked by. */
export function faultsOfPlan(
  plan: WorkPlan,
  c: Pick<Catalogue, 'access' | 'operations' | 'joints'>,
): readonly string[] {
  const faults: string[] = [];
  const seen = new Set<string>();
  const off = new Set<string>();
  const opened = new Map<string, number>();
  const torqued = new Set<string>();
  const nameOf = (joint: string) => c.joints.find((j) => j.code === joint)?.what ?? joint;
  let onGround = true;

  const stateOf = (s: WorkStep): AccessState | undefined =>
    c.access.find(
      (x) =>
        x.axle === s.axle &&
        (x.off.text === s.text || x.on.text === s.text) &&
        s.id.replace(/ (left|right)$/, '').endsWith(` ${x.code}@${x.axle}`),
    );
  /** a thing at each place where a step is: on its side, on both, or once for the vehicle */
  const placesOf = (
    name: string,
    s: { readonly axle: WorkStep['axle']; readonly side: WorkStep['side'] },
  ): readonly string[] =>
    s.axle === 'vehicle'
      ? [`${name}@vehicle`]
      : [s.side ?? ['left', 'right']].flat().map((side) => `${name}@${s.axle} ${side}`);
  const operationOf = (s: WorkStep): Work | undefined => {
    const code = /^(?:work|ground) ([^/@]+)/.exec(s.id)?.[1];
    return c.operations.find((o) => o.code === code);
  };
  /** states that hold: themselves and what they give */
  const holds = (code: string, s: WorkStep): boolean =>
    off.has(`${code}@vehicle`) ||
    placesOf(code, s).every(
      (place) =>
        off.has(place) ||
        c.access.some((x) => x.gives?.includes(code) && off.has(place.replace(`${code}@`, `${x.code}@`))),
    );
  const known = (code: string, axle: WorkStep['axle']) =>
    c.access.some((x) => x.code === code && (x.axle === axle || x.axle === 'vehicle'));

  for (const s of plan.steps) {
    const at = `${s.number} ${s.id}`;
    if (seen.has(s.id)) faults.push(`${at}: done twice`);
    for (const a of s.after) if (!seen.has(a)) faults.push(`${at}: before ${a}`);
    seen.add(s.id);
    const state = stateOf(s);
    if (s.id.startsWith('off ')) {
      const keys = placesOf(s.id.slice(4).split('@')[0] ?? '', s);
      if (!state) faults.push(`${at}: nobody wrote it`);
      if (keys.some((k) => off.has(k))) faults.push(`${at}: off already`);
      for (const n of state?.needs ?? [])
        if (known(n, s.axle) && !holds(n, s)) faults.push(`${at}: without ${n}`);
      for (const h of state?.off.hazards ?? [])
        if (!s.hazards.includes(h)) faults.push(`${at}: says nothing of ${h}`);
      for (const k of keys) off.add(k);
      if (keys.includes('vehicle-up@vehicle')) onGround = false;
    } else if (s.id.startsWith('on ')) {
      const back = s.id.slice(3).split('@')[0] ?? '';
      for (const k of placesOf(back, s)) if (!off.delete(k)) faults.push(`${at}: ${k} was not off`);
      for (const o of off) {
        const [code = '', axle = '', side = ''] = o.split(/[@ ]/);
        const upon = c.access.filter((x) => x.code === code && x.axle === axle);
        if (
          upon.length > 0 &&
          upon.every((x) => x.needs.includes(back)) &&
          (axle === s.axle || s.axle === 'vehicle') &&
          (s.side === null || s.side === side)
        )
          faults.push(`${at}: ${o} stands on it`);
      }
      for (const h of state?.on.hazards ?? [])
        if (!s.hazards.includes(h)) faults.push(`${at}: says nothing of ${h}`);
      if (back === 'vehicle-up') onGround = true;
    } else if (s.phase === 'work') {
      const o = operationOf(s);
      for (const n of o?.needs ?? [])
        if (known(n, s.axle) && !holds(n, s)) faults.push(`${at}: without ${n}`);
      const out = c.access
        .filter((x) => x.axle === s.axle && placesOf(x.code, s).some((k) => off.has(k)))
        .flatMap((x) => x.out);
      for (const t of o?.through ?? [])
        if (out.includes(t)) faults.push(`${at}: through the ${t}, which is out`);
    }
    if ((s.phase === 'ground' || s.phase === 'closing') && !onGround) faults.push(`${at}: in the air`);
    const removed = s.serves.some((x) => x.kind === 'removal');
    for (const key of s.loosens.flatMap((joint) => placesOf(joint, s))) {
      if (!removed) opened.set(key, (opened.get(key) ?? 0) + 1);
      if (torqued.has(key)) faults.push(`${at}: ${key} is opened after its torque`);
    }
    for (const { f, key } of s.fastenings.flatMap((f) => placesOf(f.what, f).map((key) => ({ f, key })))) {
      if (torqued.has(key)) faults.push(`${at}: ${key} torqued twice`);
      torqued.add(key);
      if (f.tighten === 'at-ride-height' && s.phase !== 'ground')
        faults.push(`${at}: ${key} torqued with the axle hanging`);
      if (f.tighten !== 'in-step' && !onGround) faults.push(`${at}: ${key} torqued in the air`);
      const made = c.joints.find((j) => j.code === f.joint);
      if (
        f.tighten === 'at-ride-height' &&
        (made?.pivotOf.length ?? 0) > 0 &&
        !opened.has(key) &&
        !everMade(plan, f.joint, f.axle, nameOf)
      )
        faults.push(`${at}: ${key} torqued at ride height and never loosened`);
    }
  }
  for (const o of off) faults.push(`${o} is never put back`);
  for (const key of opened.keys()) if (!torqued.has(key)) faults.push(`${key} is opened and never closed`);
  if (plan.stuck.length > 0) faults.push(`stuck: ${plan.stuck.join('; ')}`);
  return faults;
}
/** A joint that new parts make for the first time needs no loosening: it is run on by hand somewhere above. */
const everMade = (plan: WorkPlan, joint: string, axle: string, nameOf: (j: string) => string): boolean =>
  plan.steps.some((s) => s.axle === axle && s.handTight.includes(nameOf(joint)));
