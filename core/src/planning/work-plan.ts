import type { Catalogue, ClosingStep, JointUse, Part } from '../catalogue';
import type { JobSections } from '../job';
import type { Assessment } from '../match';
import { AXLES } from '../rules';
import type { Axle } from '../suspension';
import { alignmentFigures } from './alignment';
import { accessFor, accessNodes, UP, type Access } from './access';
import { fastening } from './fastening';
import { inOrderOf } from './order';
import { pivotsOf, pivotSteps, torqueMinutes } from './pivots';
import { OWN_WORK, type Place, type StepNode, type WorkPlan, type WorkStep } from './step';
import { changesOf, stepIds, tasksOf, workNodes, type Task } from './tasks';

const NO_WORK: WorkPlan = {
  steps: [],
  minutes: 0,
  alignmentMinutes: 0,
  rideHeightLine: 0,
  tools: [],
  missing: [],
  stuck: [],
};

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
  if (!a.vehicle) return NO_WORK;
  const { platform } = a.vehicle;
  const { list: tasks, missing } = tasksOf(a, job, catalogue);
  if (tasks.length === 0) return { ...NO_WORK, missing };

  const kindOf = (axle: Axle) => platform[axle].hardpoints.kind;
  const access = accessFor(tasks, catalogue.access, kindOf);
  const pivots = pivotsOf(a, tasks, access, catalogue.joints, kindOf);
  const states = accessNodes(access);
  const above = inOrderOf(
    backAfterWork([...states, ...pivots.nodes, ...workNodes(tasks, access, a)], tasks, access),
  );

  const changes = changesOf(a, tasks);
  const closing = catalogue.closing.filter((s) => s.when.some((w) => changes.has(w)));
  const settling = closing.filter((s) => s.at === 'settle').map((s) => closingNode(s, 'ground', a));
  const below = [...settling, ...groundNodes(tasks)];
  const end = closing.filter((s) => s.at === 'close').map((s) => closingNode(s, 'closing', a));

  const inSteps = [...above.list, ...below];
  const make = maker(inSteps, catalogue, (use, axle, parts) =>
    fastening(use, axle, platform, parts, catalogue.joints),
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
        fastenings: uses.map((u) => fastening(u.use, axle, platform, u.parts, catalogue.joints)),
      },
    ];
  });
  const steps = [...above.list.map(make), ...below.map(make), ...torqued, ...end.map(make)];
  const minutesOf = (of: readonly Pick<WorkStep, 'minutes'>[]) => of.reduce((sum, s) => sum + s.minutes, 0);
  return {
    steps: steps.map((s, i) => ({ number: i + 1, ...s })),
    minutes: minutesOf(steps),
    alignmentMinutes: minutesOf(steps.filter((s) => s.charge === 'alignment')),
    rideHeightLine: above.list.length,
    tools: [...new Set(steps.flatMap((s) => s.tools))].sort(),
    missing: [...missing, ...access.missing],
    stuck: above.stuck.map((s) => s.work.text || s.id),
  };
}
const TORQUE_WRENCH = 'torque wrench';

/** A state comes back only after the work that needed it, and the wheels only after the pivots were marked and loosened. */
function backAfterWork(
  nodes: readonly StepNode[],
  tasks: readonly Task[],
  access: Access,
): readonly StepNode[] {
  const waits = new Map<string, string[]>();
  const wait = (id: string, for_: readonly string[]) => waits.set(id, [...(waits.get(id) ?? []), ...for_]);
  tasks.forEach((t, n) => {
    for (const id of access.needed(t.work.needs, t.place)) wait(`on ${id}`, stepIds(t, n));
  });
  for (const axle of AXLES)
    for (const { id, place } of access.states)
      if (place === axle || id === UP) wait(`on ${id}`, pivotSteps(axle));
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
  tasks.flatMap((t, n) =>
    t.work.onGround.map((w, i) => ({
      id: `ground ${n}.${i}`,
      after: [],
      rank: [],
      phase: 'ground' as const,
      axle: t.place,
      work: w,
      madeBy: t.part ? [t.part] : [],
      more: { figures: t.figures },
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
function maker(
  inSteps: readonly StepNode[],
  { joints }: Pick<Catalogue, 'joints'>,
  torqued: (use: JointUse, at: Place, parts: readonly Part[]) => WorkStep['fastenings'][number],
): (s: StepNode) => Omit<WorkStep, 'number'> {
  const nameOf = (code: string) => joints.find((j) => j.code === code)?.what ?? code;
  const last = new Map<string, string>();
  for (const s of inSteps)
    for (const f of s.work.fastens) if (f.tighten === 'in-step') last.set(`${f.joint}@${s.axle}`, s.id);
  return (s) => {
    const kept = s.work.fastens.filter(
      (f) => f.tighten === 'in-step' && last.get(`${f.joint}@${s.axle}`) === s.id,
    );
    const fastenings = [
      ...kept.map((f) => torqued(f, s.axle, s.madeBy)),
      ...(s.id === `on ${UP}` ? AXLES : []).flatMap((axle) =>
        onceEach(usesAt(inSteps, 'on-the-ground', axle)).map((u) => torqued(u.use, axle, u.parts)),
      ),
    ];
    return {
      phase: s.phase,
      axle: s.axle,
      text: s.work.text,
      makes: null,
      parts: s.madeBy.map((p) => p.code),
      notes: [],
      people: 1,
      oneWay: [],
      settings: [],
      minutes: s.work.minutes,
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
