import {
  FAMILIES,
  type AccessState,
  type Catalogue,
  type Hazard,
  type JointUse,
  type Part,
  type Work,
  type WorkText,
} from '../catalogue';
import { TURNS_BUSH_MM, type Figure } from '../evidence';
import { reliefsOn } from '../forecast';
import type { JobSections } from '../job';
import type { Assessment } from '../match';
import { AXLES } from '../rules';
import type { Axle } from '../suspension';
import { onAxle } from '../vehicle';
import { fastening, type Fastening } from './fastening';
import { inOrderOf, type Ordered } from './order';
import { tiresBought } from './parts-list';

type Place = Axle | 'vehicle';
export interface WorkStep {
  readonly number: number;
  readonly phase: 'apart' | 'work' | 'together' | 'ground' | 'closing';
  readonly axle: Place;
  /** as the catalogue says it; empty where the plan makes the step itself: `makes` names it */
  readonly text: string;
  readonly makes: 'mark-cams' | 'loosen-pivots' | 'torque-pivots' | null;
  /** parts the step serves; empty for access and closing */
  readonly parts: readonly string[];
  /** what maker or shop say about those parts */
  readonly notes: readonly { readonly part: string; readonly note: string }[];
  readonly minutes: number;
  readonly tools: readonly string[];
  readonly hazards: readonly Hazard[];
  /** joints that are opened here, by name */
  readonly loosens: readonly string[];
  readonly fastenings: readonly Fastening[];
  /** joints that are made here and opened again later: only run on by hand */
  readonly handTight: readonly string[];
  /** which end of a wedge is the thick one */
  readonly wedge: { readonly thickEnd: 'front' | 'rear'; readonly deg: number } | null;
  /** figures that are entered in this step */
  readonly figures: readonly Figure[];
  readonly charge: 'labour' | 'alignment';
}
export interface WorkPlan {
  readonly steps: readonly WorkStep[];
  /** all of it in the bay and on the rack */
  readonly minutes: number;
  /** of that, what the alignment line of the quote stands for */
  readonly alignmentMinutes: number;
  /** index in `steps` from which the wheels are on the ground */
  readonly rideHeightLine: number;
  readonly tools: readonly string[];
  /** operations and states that nobody has written */
  readonly missing: readonly string[];
  /** steps that wait for each other and cannot be done: a fault of the catalogue */
  readonly stuck: readonly string[];
}
/** allowances of the plan's own steps, minutes: mark the cams of an axle; loosen and torque one pivot, both sides */
const MARK_MIN = 2;
const LOOSEN_MIN = 1;
const TORQUE_MIN = 1;
const TORQUE_SETUP_MIN = 2;

interface Node extends Ordered {
  readonly step: Omit<WorkStep, 'number' | 'fastenings' | 'handTight'>;
  readonly fastens: readonly JointUse[];
  readonly madeBy: readonly Part[];
}
/** One piece of work of the plan on one place. */
interface Task {
  readonly code: string;
  readonly place: Place;
  readonly work: Work;
  readonly part: Part | null;
  readonly times: number;
  readonly figures: readonly Figure[];
}

/** One merged order of work, made of what each step needs and gives, not of the order of any list.
 *
 *  1. tasks: operations of the parts (a part for both axles: at each), reliefs, tyres and wheels, calibration
 *  2. access: closure of the states they need, each once per axle; put back in reverse by construction, since a state comes
 *     back before the one it stood on
 *  3. what works *through* a component waits until the component is back; what comes first, by its record, comes first
 *  4. every rubber pivot that the new height turns, on both axles: cam marked, loosened, torqued below the line
 *  5. the ride-height line: wheels down, rolled; what is set on the ground; pivots; then the closing block
 *  6. each joint is torqued exactly once, at the last step that makes it; before that it is only run on
 *  Minutes are those of the merged plan, not the sum of book times. */
export function workPlan(
  a: Assessment,
  job: Pick<JobSections, 'tire'>,
  catalogue: Pick<Catalogue, 'operations' | 'access' | 'closing' | 'reliefs' | 'joints'>,
): WorkPlan {
  const none: WorkPlan = {
    steps: [],
    minutes: 0,
    alignmentMinutes: 0,
    rideHeightLine: 0,
    tools: [],
    missing: [],
    stuck: [],
  };
  const { vehicle } = a;
  if (!vehicle) return none;
  const { platform } = vehicle;
  const missing = new Set<string>();
  const tasks = tasksOf(a, job, catalogue, missing);
  if (tasks.length === 0) return { ...none, missing: [...missing] };

  const kindOf = (axle: Axle) => platform[axle].hardpoints.kind;
  const stateOf = (code: string, place: Place): AccessState | null =>
    catalogue.access.find(
      (s) =>
        s.code === code &&
        (s.axle === 'vehicle' ||
          (place !== 'vehicle' && s.axle === place && s.kinds.includes(kindOf(place)))),
    ) ?? null;
  const states = new Map<string, { readonly state: AccessState; readonly place: Place }>();
  const idOf = (s: AccessState) => `${s.code}@${s.axle}`;
  const close = (codes: readonly string[], place: Place) => {
    for (const code of codes) {
      const state = stateOf(code, place);
      if (!state) {
        missing.add(place === 'vehicle' ? code : `${code} (${place})`);
        continue;
      }
      if (states.has(idOf(state))) continue;
      close(state.needs, place);
      states.set(idOf(state), { state, place: state.axle });
    }
  };
  for (const t of tasks) close(t.work.needs, t.place);
  const needed = (codes: readonly string[], place: Place) =>
    codes.flatMap((code) => {
      const s = stateOf(code, place);
      return s ? [idOf(s)] : [];
    });

  const axleRank = (p: Place) => (p === 'front' ? 0 : p === 'rear' ? 1 : 2);
  const nodes: Node[] = [];
  const add = (
    id: string,
    after: readonly string[],
    rank: readonly number[],
    phase: WorkStep['phase'],
    axle: Place,
    w: WorkText,
    more: Partial<WorkStep> & { readonly madeBy?: readonly Part[] } = {},
  ) => {
    const { madeBy = [], ...step } = more;
    nodes.push({
      id,
      after,
      rank,
      fastens: w.fastens,
      madeBy,
      step: {
        phase,
        axle,
        text: w.text,
        makes: null,
        parts: [],
        notes: [],
        minutes: w.minutes,
        tools: w.tools,
        hazards: w.hazards,
        loosens: w.loosens.map((c) => nameOf(c, catalogue)),
        wedge: null,
        figures: [],
        charge: 'labour',
        ...step,
      },
    });
  };

  // access: off before what stands on it, on after all of that is back
  const listed = (s: AccessState) => catalogue.access.indexOf(s);
  const order = [...states.values()].sort(
    (x, y) => axleRank(x.place) - axleRank(y.place) || listed(x.state) - listed(y.state),
  );
  order.forEach(({ state, place }, i) => {
    const id = idOf(state);
    const under = needed(state.needs, place);
    const vehicleWide = place === 'vehicle';
    add(
      `off ${id}`,
      under.map((u) => `off ${u}`),
      vehicleWide ? [0, 0, i] : [1, axleRank(place), 0, i],
      'apart',
      place,
      state.off,
    );
    const upon = order.filter((o) => needed(o.state.needs, o.place).includes(id));
    add(
      `on ${id}`,
      [`off ${id}`, ...upon.map((o) => `on ${idOf(o.state)}`)],
      vehicleWide ? [2, 0, -i] : [1, axleRank(place), 4, -i],
      'together',
      place,
      state.on,
    );
  });
  const comingBack = nodes.map((n) => n.id).filter((id) => id.startsWith('on '));

  // pivots that the new height turns
  const opened = new Set<string>();
  for (const { state, place } of states.values())
    for (const j of state.off.loosens) opened.add(`${j}@${place}`);
  for (const t of tasks)
    for (const w of t.work.steps) for (const j of w.loosens) opened.add(`${j}@${t.place}`);
  const pivots = new Map<Axle, readonly string[]>();
  for (const axle of AXLES) {
    const turned = turnedBy(a, axle);
    const here = turned
      ? catalogue.joints.filter((j) => j.pivotOf.includes(kindOf(axle)) && !opened.has(`${j.code}@${axle}`))
      : [];
    pivots.set(
      axle,
      here.map((j) => j.code),
    );
    const access = [...states.values()]
      .filter((s) => s.place === axle && s.state.needs.every((n) => stateOf(n, axle)?.axle === 'vehicle'))
      .map((s) => `off ${idOf(s.state)}`);
    const cams = catalogue.joints.filter(
      (j) =>
        j.cam && j.pivotOf.includes(kindOf(axle)) && (here.includes(j) || opened.has(`${j.code}@${axle}`)),
    );
    if (cams.length > 0)
      add(
        `mark ${axle}`,
        [...access, 'off vehicle-up@vehicle'],
        [1, axleRank(axle), 0, -1],
        'apart',
        axle,
        {
          ...EMPTY,
          minutes: MARK_MIN,
          tools: ['paint pen'],
        },
        { makes: 'mark-cams' },
      );
    if (here.length > 0)
      add(
        `loosen ${axle}`,
        [`mark ${axle}`, ...access, 'off vehicle-up@vehicle'],
        [1, axleRank(axle), 2],
        'apart',
        axle,
        {
          ...EMPTY,
          minutes: LOOSEN_MIN * here.length,
          tools: ['breaker bar'],
          loosens: here.map((j) => j.code),
        },
        { makes: 'loosen-pivots' },
      );
  }

  // the work itself
  const nodesOf = new Map<string, string[]>();
  for (const [n, t] of tasks.entries())
    nodesOf.set(`${t.code}@${t.place}`, [
      ...(nodesOf.get(`${t.code}@${t.place}`) ?? []),
      ...t.work.steps.map((_, i) => `work ${n}.${i}`),
    ]);
  tasks.forEach((t, n) => {
    const need = needed(t.work.needs, t.place);
    const through = [...states.values()]
      .filter((s) => s.place === t.place && s.state.out.some((c) => t.work.through.includes(c)))
      .map((s) => idOf(s.state))
      .filter((id) => !need.includes(id));
    const first = t.work.after.flatMap((code) => [
      ...(nodesOf.get(`${code}@${t.place}`) ?? []),
      ...(nodesOf.get(`${code}@vehicle`) ?? []),
    ]);
    t.work.steps.forEach((w, i) => {
      const times = t.work.per === 'wheel' ? t.times : 1;
      add(
        `work ${n}.${i}`,
        [
          ...need.map((id) => `off ${id}`),
          ...through.map((id) => `on ${id}`),
          ...(t.place === 'vehicle' ? [] : [`mark ${t.place}`, `loosen ${t.place}`]),
          ...first,
          ...(i > 0 ? [`work ${n}.${i - 1}`] : []),
        ],
        [1, axleRank(t.place), 3, n, i],
        'work',
        t.place,
        { ...w, minutes: w.minutes * times },
        {
          parts: t.part ? [t.part.code] : [],
          notes: t.part && i === 0 && t.part.note !== '' ? [{ part: t.part.code, note: t.part.note }] : [],
          wedge: t.part && i === 0 ? wedgeOf(t.part, a, t.place) : null,
          figures: t.figures,
          madeBy: t.part ? [t.part] : [],
        },
      );
    });
  });
  // a state comes back only after the work that needed it
  const waits = new Map<string, string[]>();
  tasks.forEach((t, n) => {
    for (const id of needed(t.work.needs, t.place))
      waits.set(`on ${id}`, [
        ...(waits.get(`on ${id}`) ?? []),
        ...t.work.steps.map((_, i) => `work ${n}.${i}`),
      ]);
  });
  for (const axle of AXLES)
    for (const id of comingBack)
      if (id.endsWith(`@${axle}`) || id.endsWith('vehicle-up@vehicle'))
        waits.set(id, [...(waits.get(id) ?? []), `mark ${axle}`, `loosen ${axle}`]);
  const above = inOrderOf(nodes.map((n) => ({ ...n, after: [...n.after, ...(waits.get(n.id) ?? [])] })));

  // below the line
  const from = nodes.length;
  const changes = changesOf(a, tasks);
  const closing = catalogue.closing.filter((s) => s.when.some((w) => w === 'any' || changes.has(w)));
  closing
    .filter((s) => s.at === 'settle')
    .forEach((s, i) => {
      add(`settle ${i}`, [], [3, i], 'ground', 'vehicle', s, { charge: s.charge });
    });
  tasks.forEach((t, n) => {
    t.work.onGround.forEach((w, i) => {
      add(`ground ${n}.${i}`, [], [4, n, i], 'ground', t.place, w, {
        parts: t.part ? [t.part.code] : [],
        figures: t.figures,
        madeBy: t.part ? [t.part] : [],
      });
    });
  });
  const below = nodes.slice(from);
  const inSteps = [...above.list, ...below];
  const late = (tighten: JointUse['tighten'], place: Place) =>
    inSteps
      .filter((s) => s.step.axle === place)
      .flatMap((s) => s.fastens.filter((f) => f.tighten === tighten).map((f) => ({ f, parts: s.madeBy })));
  const steps: Omit<WorkStep, 'number'>[] = [];
  const lastMaker = new Map<string, string>();
  for (const s of inSteps)
    for (const f of s.fastens) if (f.tighten === 'in-step') lastMaker.set(`${f.joint}@${s.step.axle}`, s.id);
  const make = (s: Node): Omit<WorkStep, 'number'> => {
    const own = s.fastens.filter((f) => f.tighten === 'in-step');
    const kept = own.filter((f) => lastMaker.get(`${f.joint}@${s.step.axle}`) === s.id);
    const down = s.id === 'on vehicle-up@vehicle' ? AXLES : [];
    return {
      ...s.step,
      tools: kept.length > 0 || down.length > 0 ? withTorqueWrench(s.step.tools) : s.step.tools,
      fastenings: [
        ...kept.map((f) => fastening(f, s.step.axle, platform, s.madeBy, catalogue.joints)),
        ...down.flatMap((axle) =>
          onceEach(late('on-the-ground', axle)).map((l) =>
            fastening(l.f, axle, platform, l.parts, catalogue.joints),
          ),
        ),
      ],
      handTight: s.fastens
        .filter((f) => !kept.includes(f) && f.tighten !== 'on-the-ground')
        .map((f) => nameOf(f.joint, catalogue)),
    };
  };
  steps.push(...above.list.map(make));
  const rideHeightLine = steps.length;
  steps.push(...below.map(make));
  for (const axle of AXLES) {
    const uses = onceEach([
      ...late('at-ride-height', axle),
      ...(pivots.get(axle) ?? []).map((joint) => ({
        f: { joint, tighten: 'at-ride-height' as const, note: '' },
        parts: [] as readonly Part[],
      })),
    ]);
    if (uses.length === 0) continue;
    steps.push({
      ...make({
        ...EMPTY_NODE,
        step: { ...EMPTY_NODE.step, axle, phase: 'ground', makes: 'torque-pivots' },
      }),
      minutes: TORQUE_SETUP_MIN + TORQUE_MIN * uses.length,
      tools: ['torque wrench'],
      fastenings: uses.map((u) => fastening(u.f, axle, platform, u.parts, catalogue.joints)),
    });
  }
  const end = nodes.length;
  closing
    .filter((s) => s.at === 'close')
    .forEach((s, i) => {
      add(`close ${i}`, [], [5, i], 'closing', 'vehicle', s, { charge: s.charge });
    });
  steps.push(...nodes.slice(end).map(make));
  const minutesOf = (of: readonly Pick<WorkStep, 'minutes'>[]) => of.reduce((sum, s) => sum + s.minutes, 0);
  return {
    steps: steps.map((s, i) => ({ number: i + 1, ...s })),
    minutes: minutesOf(steps),
    alignmentMinutes: minutesOf(steps.filter((s) => s.charge === 'alignment')),
    rideHeightLine,
    tools: [...new Set(steps.flatMap((s) => s.tools))].sort(),
    missing: [...missing],
    stuck: above.stuck.map((s) => s.step.text || s.id),
  };
}

const EMPTY: WorkText = { text: '', minutes: 0, tools: [], hazards: [], loosens: [], fastens: [] };
const EMPTY_NODE: Node = {
  id: '',
  after: [],
  rank: [],
  fastens: [],
  madeBy: [],
  step: {
    phase: 'ground',
    axle: 'vehicle',
    text: '',
    makes: null,
    parts: [],
    notes: [],
    minutes: 0,
    tools: [],
    hazards: [],
    loosens: [],
    wedge: null,
    figures: [],
    charge: 'labour',
  },
};
const nameOf = (joint: string, { joints }: Pick<Catalogue, 'joints'>) =>
  joints.find((j) => j.code === joint)?.what ?? joint;
const withTorqueWrench = (tools: readonly string[]) => [...new Set([...tools, 'torque wrench'])];
/** Each joint once: several steps may open it. */
const onceEach = <T extends { readonly f: JointUse }>(uses: readonly T[]): readonly T[] => [
  ...new Map(uses.map((u) => [u.f.joint, u])).values(),
];

/** Whether the plan turns the pivots of an axle: its height changes, or a part that lifts is on it and no height is known. */
function turnedBy(a: Assessment, axle: Axle): boolean {
  const f = a.forecast?.[axle];
  return f
    ? Math.abs(f.planned.zMm - f.today.zMm) > TURNS_BUSH_MM
    : a.chosen.some((c) => onAxle(c.part, axle));
}

function tasksOf(
  a: Assessment,
  job: Pick<JobSections, 'tire'>,
  catalogue: Pick<Catalogue, 'operations' | 'reliefs'>,
  missing: Set<string>,
): readonly Task[] {
  const operation = (code: string) => {
    const found = catalogue.operations.find((o) => o.code === code);
    if (!found) missing.add(code);
    return found ?? null;
  };
  const task = (code: string, place: Place, work: Work, part: Part | null = null): Task => ({
    code,
    place,
    work,
    part,
    times: 1,
    figures: [],
  });
  const out: Task[] = a.chosen.flatMap(({ part }): Task[] => {
    const op = operation(part.operation);
    if (!op) return [];
    return (op.place === 'vehicle' ? (['vehicle'] as const) : AXLES.filter((axle) => onAxle(part, axle))).map(
      (place) => task(op.code, place, op, part),
    );
  });
  for (const axle of AXLES)
    for (const { relief } of reliefsOn(job.tire.reliefs, axle, catalogue))
      out.push(
        task(relief.code, axle, {
          ...relief.work,
          steps: relief.work.steps.map((s) => ({ ...s, text: `${s.text} ${relief.rule}` })),
        }),
      );
  const bought = tiresBought(a, job);
  const mounted = bought.tires.front + bought.tires.rear + bought.tires.spare;
  if (mounted > 0) {
    const op = operation('mount-tires');
    if (op) out.push({ ...task(op.code, 'vehicle', op), times: mounted });
  }
  for (const axle of AXLES)
    if (bought.tires[axle] + bought.wheels[axle] > 0) {
      const op = operation('fit-wheels');
      if (op) out.push(task(op.code, axle, op));
    }
  const card = a.gearing?.card;
  if (card?.way.by === 'shop' && a.needs.some((n) => n.finding.code === 'calibration')) {
    const op = operation('calibrate');
    if (op)
      out.push({
        ...task(op.code, 'vehicle', op),
        figures: [card.circumference, card.revsPerKm, card.revsPerMile],
      });
  }
  return out;
}

/** What a plan changes, for the closing block. */
function changesOf(
  a: Assessment,
  tasks: readonly Task[],
): ReadonlySet<'any' | 'height' | 'steering' | 'tires'> {
  const out = new Set<'any' | 'height' | 'steering' | 'tires'>();
  if (AXLES.some((axle) => turnedBy(a, axle))) out.add('height');
  if (a.chosen.some(({ part }) => steers(part))) out.add('steering');
  if (tasks.some((t) => t.code === 'fit-wheels')) out.add('tires');
  return out;
}
const steers = (part: Part) => FAMILIES[part.family].steers;

/** Which end of a wedge is thick: + turns the top of the axle rearward. On an axle under its springs the thick end is
 *  behind, on one over them in front. Null where the part has no wedge. */
function wedgeOf(part: Part, a: Assessment, place: Place): WorkStep['wedge'] {
  const effect = part.effects.find((e) => e.kind === 'lift-block');
  if (effect?.kind !== 'lift-block' || effect.wedgeDeg === 0 || place === 'vehicle' || !a.vehicle)
    return null;
  const h = a.vehicle.platform[place].hardpoints;
  const under = h.kind === 'leaf-axle' && h.mounted === 'under';
  return {
    thickEnd: effect.wedgeDeg > 0 !== under ? 'rear' : 'front',
    deg: Math.abs(effect.wedgeDeg),
  };
}
