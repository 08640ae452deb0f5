import {
  minutesOf as ownMinutes,
  type Catalogue,
  type ClosingStep,
  type JointUse,
  type Part,
  type Platform,
} from '../catalogue';
import { NO_WORKSHOP, type JobSections, type MovedStep, type Workshop } from '../job';
import type { Assessment } from '../assessment';
import { AXLES } from '../plan-case';
import { alignmentFigures } from './alignment';
import { personMinutesOf } from './bay-hours';
import { accessFor, accessNodes, UP, withSeized, type Access, type Choosing } from './access';
import { fastening, SIDES, WHEEL_NUT, type JointSpot } from './fastening';
import { inOrderOf, moved } from './order';
import { pivotsOf, pivotSteps, torqueMinutes } from './pivots';
import { bySides } from './sides';
import {
  OWN_WORK,
  turnOf,
  turnStep,
  type NotMoved,
  type Place,
  type Served,
  type Shared,
  type StepNode,
  type WorkPlan,
  type WorkStep,
} from './step';
import { changesOf, stepIds, tasksOf, workNodes, type Task } from './tasks';

const NO_WORK: WorkPlan = {
  steps: [],
  personMinutes: 0,
  rackMinutes: 0,
  rideHeightLine: 0,
  shared: [],
  singleMinutes: 0,
  mergedMinutes: 0,
  consumables: [],
  notMoved: [],
  tools: [],
  missing: [],
  stuck: [],
};

/** One merged order of work, made of what each step needs and gives, not of the order of any list.
 *
 *  1. tasks: operations of the parts (a part for both axles: at each), reliefs, tyres and wheels, calibration
 *  2. access: the states they need, each once per axle, by the ways that take least together (`ways.ts`) unless the job or the
 *     shop says another; put back in reverse by construction, since a state comes back before the one it stood on
 *  3. what works *through* a component waits until the component is back; what comes first, by its record, comes first
 *  4. sides (`sides.ts`): where the wheels are sprung by themselves one side is finished and left loose, then the other, the bar last
 *  5. every rubber pivot that the new height turns, on both axles: cam marked, loosened, torqued below the line
 *  6. the ride-height line: wheels down, rolled; what is set on the ground; pivots; then the closing block
 *  7. steps that a person moved go where they were put, where nothing waits the other way round
 *  8. each joint is torqued exactly once, at the last step that makes it; before that it is only run on
 *  Minutes are those of the merged plan, not the sum of book times. */
export function workPlan(
  a: Assessment,
  job: Pick<JobSections, 'tire' | 'work' | 'lookOver'>,
  catalogue: Pick<Catalogue, 'operations' | 'access' | 'closing' | 'reliefs' | 'joints'>,
  shop: Pick<Workshop, 'habits' | 'seizedMinutes'> = NO_WORKSHOP,
): WorkPlan {
  if (!a.vehicle) return NO_WORK;
  const { platform } = a.vehicle;
  const { list: tasks, missing } = tasksOf(a, job, catalogue);
  if (tasks.length === 0) return { ...NO_WORK, missing };

  const choosing = choosingFor(platform, job, shop);
  const { kindOf, looked } = choosing;
  const access = accessFor(tasks, catalogue.access, choosing);
  const pivots = pivotsOf(a, tasks, access, catalogue.joints, kindOf);
  const nodes = [...accessNodes(access), ...pivots.nodes, ...workNodes(tasks, access, a)];
  const onSides = bySides(backAfterWork(nodes, tasks, access), (axle) => platform[axle].hardpoints);
  const ordered = inOrderOf(withSeized(onSides, access, looked, shop.seizedMinutes));
  const standing = standingOn(tasks, access);
  const serving = servedBy(tasks, standing);

  const changes = changesOf(a, tasks);
  const closing = catalogue.closing.filter((s) => s.when.some((w) => changes.has(w)));
  const settling = closing.filter((s) => s.at === 'settle').map((s) => closingNode(s, 'ground', a));
  const below = [...settling, ...groundNodes(tasks)];
  const end = closing.filter((s) => s.at === 'close').map((s) => closingNode(s, 'closing', a));

  const above = { ...ordered, ...withMoves(ordered.list, job.work.moves, idsOf([...below, ...end])) };
  const inSteps = [...above.list, ...below];
  const make = stepMaker(inSteps, catalogue, serving, (use, at, parts) =>
    fastening(use, at, platform, parts, catalogue.joints),
  );
  const torqued = AXLES.flatMap((axle) => {
    const uses = onceEach([
      ...usesAt(inSteps, 'at-ride-height', axle),
      ...pivots.loosened[axle].map((joint) => ({
        use: { joint, tighten: 'at-ride-height' as const, note: '' },
        parts: [],
      })),
    ]);
    if (uses.length === 0) return [];
    const step = make({
      id: `torque ${axle}`,
      after: [],
      rank: [],
      phase: 'ground',
      axle,
      work: { ...OWN_WORK, minutes: torqueMinutes(uses.length), tools: [TORQUE_WRENCH] },
      madeBy: [],
      more: { makes: 'torque-pivots' },
    });
    return [
      {
        ...step,
        fastenings: uses.map((u) =>
          fastening(u.use, { axle, side: null }, platform, u.parts, catalogue.joints),
        ),
      },
    ];
  });
  const soaking = soakStep(above.list, make, catalogue.joints);
  const steps = [...soaking, ...above.list.map(make), ...below.map(make), ...torqued, ...end.map(make)];
  const minutesOf = (of: readonly Pick<WorkStep, 'minutes'>[]) => of.reduce((sum, s) => sum + s.minutes, 0);
  return {
    steps: steps.map((s, i) => ({ number: i + 1, ...s })),
    personMinutes: personMinutesOf(steps),
    rackMinutes: minutesOf(steps.filter((s) => s.charge === 'alignment')),
    rideHeightLine: soaking.length + above.list.length,
    shared: sharedIn(tasks, access, standing),
    singleMinutes: tasks.reduce((sum, t) => sum + alone(t, access, standing), 0),
    mergedMinutes: [...above.list, ...groundNodes(tasks)].reduce((sum, n) => sum + n.work.minutes, 0),
    consumables: consumablesOf(steps),
    notMoved: above.notMoved,
    tools: [...new Set(steps.flatMap((s) => s.tools))].sort(),
    missing: [...missing, ...access.missing],
    stuck: above.stuck.map((s) => s.work.text || s.id),
  };
}
/** minutes to oil every joint that will be opened, the day before */
const SOAK_MIN = 3;
/** Penetrating oil the day before, on all that is opened but the wheels. */
function soakStep(
  list: readonly StepNode[],
  make: (s: StepNode) => Omit<WorkStep, 'number'>,
  joints: Catalogue['joints'],
): readonly Omit<WorkStep, 'number'>[] {
  const opened = [...new Set(list.filter((s) => s.axle !== 'vehicle').flatMap((s) => s.work.loosens))].filter(
    (j) => j !== WHEEL_NUT,
  );
  if (opened.length === 0) return [];
  const node: StepNode = {
    id: 'soak',
    after: [],
    rank: [],
    phase: 'before',
    axle: 'vehicle',
    work: { ...OWN_WORK, minutes: SOAK_MIN, uses: [{ what: 'penetrating oil', amount: 50, unit: 'ml' }] },
    madeBy: [],
    more: { makes: 'soak' },
  };
  return [{ ...make(node), soaks: opened.map((code) => joints.find((j) => j.code === code)?.what ?? code) }];
}
const TORQUE_WRENCH = 'torque wrench';

/** What decides about the ways of a job's work. */
export const choosingFor = (
  platform: Platform,
  job: Pick<JobSections, 'work' | 'lookOver'>,
  shop: Choosing['shop'],
): Choosing => ({
  platform: platform.code,
  kindOf: (axle) => platform[axle].hardpoints.kind,
  ways: job.work.ways,
  looked: job.lookOver.items,
  shop,
});
const idsOf = (nodes: readonly Pick<StepNode, 'id'>[]) => nodes.map((n) => n.id);
/** The order with what a person moved in it, and what would not go. */
function withMoves(list: readonly StepNode[], moves: readonly MovedStep[], beyond: readonly string[]) {
  const notMoved: NotMoved[] = [];
  let order = list;
  for (const m of moves) {
    const r = moved(order, m.step, m.before, beyond);
    if (!('why' in r)) order = r;
    else notMoved.push({ ...m, ...r });
  }
  return { list: order, notMoved };
}
type Standing = ReadonlyMap<Task, ReadonlySet<string>>;
/** For each piece of work the ids of all the states that it stands on, down to the last. */
function standingOn(tasks: readonly Task[], access: Access): Standing {
  const under = new Map(access.states.map((s) => [s.id, access.under(s)]));
  return new Map(
    tasks.map((t) => {
      const out = new Set<string>();
      const visit = (id: string): void => {
        if (out.has(id)) return;
        out.add(id);
        under.get(id)?.forEach(visit);
      };
      access.needed(t.work.needs, t.place).forEach(visit);
      return [t, out];
    }),
  );
}
/** For each state the work that it stands open for. */
function servedBy(tasks: readonly Task[], standing: Standing): ReadonlyMap<string, readonly Served[]> {
  const out = new Map<string, readonly Served[]>();
  for (const t of tasks)
    for (const id of standing.get(t) ?? []) {
      const had = out.get(id) ?? [];
      if (!had.some((s) => s.kind === t.serves.kind && s.name === t.serves.name))
        out.set(id, [...had, t.serves]);
    }
  return out;
}
const thereAndBack = (s: Access['states'][number]) => s.state.off.minutes + s.state.on.minutes;
/** States that several pieces of work need, and what reaching them once spares. */
const sharedIn = (tasks: readonly Task[], access: Access, standing: Standing): readonly Shared[] =>
  access.states.flatMap((s) => {
    const times = tasks.filter((t) => standing.get(t)?.has(s.id)).length;
    return times < 2
      ? []
      : [{ state: s.state.code, axle: s.place, times, minutes: (times - 1) * thereAndBack(s) }];
  });
/** A piece of work by itself, with its own taking apart. */
const alone = (t: Task, access: Access, standing: Standing): number =>
  ownMinutes(t.work) * (t.work.per === 'wheel' ? t.times : 1) +
  (t.part?.axle === 'both' && t.place === 'rear' ? [] : (t.part?.box?.atTheBench ?? [])).reduce(
    (sum, b) => sum + b.minutes,
    0,
  ) +
  access.states.filter((s) => standing.get(t)?.has(s.id)).reduce((sum, s) => sum + thereAndBack(s), 0);
/** What is used up, each once with all its amounts. */
function consumablesOf(steps: readonly Pick<WorkStep, 'uses'>[]): WorkPlan['consumables'] {
  const all = steps.flatMap((s) => s.uses);
  const kinds = new Map(all.map((c) => [`${c.what} ${c.unit}`, c]));
  return [...kinds].map(([key, c]) => ({
    ...c,
    amount: all.filter((x) => `${x.what} ${x.unit}` === key).reduce((sum, x) => sum + x.amount, 0),
  }));
}

/** A state comes back only after the work that needed it, and the wheels only after the pivots were marked and loosened. */
function backAfterWork(
  nodes: readonly StepNode[],
  tasks: readonly Task[],
  access: Access,
): readonly StepNode[] {
  const waits = new Map<string, string[]>();
  const wait = (id: string, for_: readonly string[]) => waits.set(id, [...(waits.get(id) ?? []), ...for_]);
  for (const t of tasks)
    for (const id of access.needed(t.work.needs, t.place)) wait(turnStep('on', id), stepIds(t));
  for (const axle of AXLES)
    for (const { id, place } of access.states)
      if (place === axle || id === UP) wait(turnStep('on', id), pivotSteps(axle));
  return nodes.map((n) => ({ ...n, after: [...n.after, ...(waits.get(n.id) ?? [])] }));
}
const closingNode = (s: ClosingStep, phase: WorkStep['phase'], a: Assessment): StepNode => ({
  id: s.text,
  after: [],
  rank: [],
  phase,
  axle: 'vehicle',
  work: s,
  madeBy: [],
  more: { charge: s.charge, figures: s.charge === 'alignment' ? alignmentFigures(a) : [] },
});
/** What is done with the wheels on the ground: centring, lock nuts, settings. */
const groundNodes = (tasks: readonly Task[]): readonly StepNode[] =>
  tasks.flatMap((t) =>
    t.work.onGround.map((w, i) => ({
      id: `ground ${t.id}.${i}`,
      after: [],
      rank: [],
      phase: 'ground' as const,
      axle: t.place,
      work: w,
      madeBy: t.part ? [t.part] : [],
      more: { figures: t.figures, serves: [t.serves] },
    })),
  );

interface Use {
  readonly use: JointUse;
  /** parts whose fitting makes the joint */
  readonly parts: readonly Part[];
}
/** Joints that the steps of a place make, to be brought to their torque at this time. */
const usesAt = (steps: readonly StepNode[], tighten: JointUse['tighten'], place: Place): readonly Use[] =>
  steps
    .filter((s) => s.axle === place)
    .flatMap((s) =>
      s.work.fastens.filter((f) => f.tighten === tighten).map((use) => ({ use, parts: s.madeBy })),
    );
/** Each joint once: several steps may open it. */
const onceEach = (uses: readonly Use[]): readonly Use[] => [
  ...new Map(uses.map((u) => [u.use.joint, u])).values(),
];

/** Turns nodes into the steps of the plan: a joint is torqued at the last step that makes it, wheel nuts when the vehicle
 *  comes down. */
function stepMaker(
  inSteps: readonly StepNode[],
  { joints }: Pick<Catalogue, 'joints'>,
  serving: ReadonlyMap<string, readonly Served[]>,
  torqued: (use: JointUse, at: JointSpot, parts: readonly Part[]) => WorkStep['fastenings'][number],
): (s: StepNode) => Omit<WorkStep, 'number'> {
  const nameOf = (code: string) => joints.find((j) => j.code === code)?.what ?? code;
  const inPlan = new Set(inSteps.map((s) => s.id));
  const last = new Map<string, string>();
  // a joint is torqued where it is made for the last time, by the leaflets of all whose fitting makes it
  const makers = new Map<string, readonly Part[]>();
  /** a joint on each of the sides that a step is at */
  const atOf = (s: StepNode, f: JointUse) =>
    (s.more.side ? [s.more.side] : SIDES).map((side) => `${f.joint}@${s.axle} ${side}`);
  for (const s of inSteps)
    for (const f of s.work.fastens.filter((x) => x.tighten === 'in-step'))
      for (const joint of atOf(s, f)) {
        last.set(joint, s.id);
        makers.set(joint, [...new Set([...(makers.get(joint) ?? []), ...s.madeBy])]);
      }
  return (s) => {
    const kept = s.work.fastens.filter(
      (f) => f.tighten === 'in-step' && atOf(s, f).some((joint) => last.get(joint) === s.id),
    );
    const fastenings = [
      ...kept.map((f) =>
        torqued(
          f,
          { axle: s.axle, side: s.more.side ?? null },
          atOf(s, f).flatMap((joint) => makers.get(joint) ?? []),
        ),
      ),
      ...(s.id === turnStep('on', UP) ? AXLES : []).flatMap((axle) =>
        onceEach(usesAt(inSteps, 'on-the-ground', axle)).map((u) =>
          torqued(u.use, { axle, side: null }, u.parts),
        ),
      ),
    ];
    return {
      id: s.id,
      after: [...new Set(s.after)].filter((x) => x !== s.id && inPlan.has(x)),
      serves: serving.get(turnOf(s)?.state ?? '') ?? [],
      side: null,
      way: null,
      seized: [],
      soaks: [],
      waits: s.work.waits ?? 0,
      uses: s.work.uses ?? [],
      strains: s.work.strains ?? '',
      phase: s.phase,
      axle: s.axle,
      text: s.work.text,
      makes: null,
      parts: s.madeBy.map((p) => p.code),
      notes: [],
      people: s.work.people ?? 1,
      oneWay: [],
      settings: [],
      minutes: s.work.minutes,
      range: s.work.range ?? null,
      tools: fastenings.length > 0 ? [...new Set([...s.work.tools, TORQUE_WRENCH])] : s.work.tools,
      hazards: s.work.hazards,
      loosens: s.work.loosens.map(nameOf),
      fastenings,
      handTight: s.work.fastens
        .filter((f) => !kept.includes(f) && f.tighten !== 'on-the-ground')
        .map((f) => nameOf(f.joint)),
      wedge: null,
      figures: [],
      charge: 'labour',
      ...s.more,
    };
  };
}
