import { FAMILIES, recordNote, type Catalogue, type Part, type Work } from '../catalogue';
import type { Figure } from '../evidence';
import { reliefsOn } from '../forecast';
import type { JobSections } from '../job';
import type { Assessment } from '../assessment';
import { AXLES } from '../plan-case';
import { onAxle } from '../vehicle';
import type { Access } from './access';
import { tiresBought } from './parts-list';
import { pivotSteps, raisedBy } from './pivots';
import { OWN_WORK, placeRank, scaled, type Place, type Served, type StepNode, type WorkStep } from './step';

/** One piece of work of the plan on one place. */
export interface Task {
  /** the same whatever else is in the plan */
  readonly id: string;
  readonly code: string;
  readonly place: Place;
  readonly work: Work;
  readonly serves: Served;
  readonly part: Part | null;
  /** how often, where the minutes are those of one wheel */
  readonly times: number;
  /** what maker or shop say about it; may be empty */
  readonly note: string;
  readonly figures: readonly Figure[];
  /** takes something off the vehicle: what is fitted there waits for it */
  readonly removes: boolean;
}
export interface Tasks {
  readonly list: readonly Task[];
  /** operations that nobody has written */
  readonly missing: readonly string[];
}

/** All the work of a plan: operations of the parts (a part for both axles: at each), reliefs, repairs, tyres and wheels,
 *  calibration. */
export function tasksOf(
  a: Assessment,
  job: Pick<JobSections, 'tire'>,
  catalogue: Pick<Catalogue, 'operations' | 'reliefs'>,
): Tasks {
  const missing = new Set<string>();
  const task = (code: string, place: Place, work: Work, more: Partial<Task> = {}): Task => ({
    id: '',
    code,
    place,
    work,
    serves: more.part ? { kind: 'part', name: more.part.code } : { kind: 'operation', name: code },
    part: null,
    times: 1,
    note: '',
    figures: [],
    removes: false,
    ...more,
  });
  /** an operation of the catalogue, at each place where it is done */
  const operation = (code: string, places: readonly Place[], more: Partial<Task> = {}): readonly Task[] => {
    const found = catalogue.operations.find((o) => o.code === code);
    if (!found) missing.add(code === '' ? (more.part?.name ?? code) : code);
    else
      return (found.place === 'vehicle' ? (['vehicle'] as const) : places).map((p) =>
        task(code, p, found, more),
      );
    return [];
  };
  const bought = tiresBought(a, job);
  const mounted = bought.tires.front + bought.tires.rear + bought.tires.spare;
  const card = a.gearing?.card;
  const list = [
    ...a.chosen.flatMap(({ part }) =>
      operation(
        part.operation,
        AXLES.filter((axle) => onAxle(part, axle)),
        { part, note: recordNote(part) },
      ),
    ),
    ...a.removed.flatMap(({ what, axle, operation: code }) => {
      const found = catalogue.operations.find((o) => o.code === code);
      if (!found) missing.add(what);
      return found
        ? (found.place === 'vehicle'
            ? (['vehicle'] as const)
            : AXLES.filter((x) => axle === x || axle === 'both')
          ).map((place) =>
            task(code, place, removalOf(found, what), {
              removes: true,
              serves: { kind: 'removal', name: what },
            }),
          )
        : [];
    }),
    ...AXLES.flatMap((axle) =>
      reliefsOn(job.tire.reliefs, axle, catalogue).map(({ relief }) =>
        task(
          relief.code,
          axle,
          {
            ...relief.work,
            steps: relief.work.steps.map((s) => ({ ...s, text: `${s.text} ${relief.rule}` })),
          },
          { serves: { kind: 'relief', name: relief.code } },
        ),
      ),
    ),
    ...a.repairs.flatMap(({ repair, component, axle, places }) => {
      if (!repair) {
        missing.add([component, axle].filter(Boolean).join(', '));
        return [];
      }
      return [
        task(repair.code, axle ?? 'vehicle', repair.work, {
          times: places.length,
          note: repair.note,
          serves: { kind: 'repair', name: repair.code },
        }),
      ];
    }),
    ...(mounted > 0 ? operation('mount-tires', [], { times: mounted }) : []),
    ...AXLES.flatMap((axle) =>
      a.needs.some((n) => n.finding.code === 'stud-proud' && n.about.axle === axle)
        ? operation('cut-studs', [axle])
        : [],
    ),
    ...AXLES.flatMap((axle) =>
      bought.tires[axle] + bought.wheels[axle] > 0 ? operation('fit-wheels', [axle]) : [],
    ),
    ...(card?.way.by === 'shop' && a.needs.some((n) => n.finding.code === 'calibration')
      ? operation('calibrate', [], { figures: [card.circumference, card.revsPerKm, card.revsPerMile] })
      : []),
  ];
  return { list: named(list), missing: [...missing] };
}

/** An operation backwards: the same access and the same minutes; what it fastened is opened, and nothing new is put in. */
const removalOf = (fitting: Work, what: string): Work => ({
  ...fitting,
  after: [],
  steps: [
    {
      text: `${what}: off. What held it is looked at, and what it stood on measured, before anything goes in its place`,
      minutes: fitting.steps.reduce((sum, s) => sum + s.minutes, 0),
      tools: [...new Set(fitting.steps.flatMap((s) => s.tools))],
      hazards: [...new Set(fitting.steps.flatMap((s) => s.hazards))],
      loosens: [...new Set(fitting.steps.flatMap((s) => [...s.loosens, ...s.fastens.map((f) => f.joint)]))],
      fastens: [],
    },
  ],
  onGround: [],
});

/** What a plan changes, for the closing block. */
export function changesOf(
  a: Assessment,
  tasks: readonly Task[],
): ReadonlySet<'any' | 'height' | 'steering' | 'tires'> {
  const out = new Set<'any' | 'height' | 'steering' | 'tires'>(['any']);
  if (AXLES.some((axle) => raisedBy(a, axle))) out.add('height');
  if (
    a.chosen.some(({ part }) => FAMILIES[part.family].steers) ||
    a.repairs.some(({ repair }) => repair?.steers)
  )
    out.add('steering');
  if (tasks.some((t) => t.code === 'fit-wheels')) out.add('tires');
  return out;
}

/** The steps of the work itself. Each waits for the states it needs, for the components it works through to be back, for
 *  marks and loosened pivots, for what comes off there, and for the operations that its record puts first. */
export function workNodes(tasks: readonly Task[], access: Access, a: Assessment): readonly StepNode[] {
  const idsOf = (code: string, places: readonly Place[]) =>
    tasks.flatMap((t) => (t.code === code && places.includes(t.place) ? stepIds(t) : []));
  return tasks.flatMap((t, n) => {
    const need = access.needed(t.work.needs, t.place);
    const through = access.states
      .filter((s) => s.place === t.place && s.state.out.some((c) => t.work.through.includes(c)))
      .map((s) => s.id)
      .filter((id) => !need.includes(id));
    const waits = [
      ...need.map((id) => `off ${id}`),
      ...through.map((id) => `on ${id}`),
      ...(t.place === 'vehicle' ? [] : pivotSteps(t.place)),
      ...t.work.after.flatMap((code) => idsOf(code, [t.place, 'vehicle'])),
    ];
    const first = t.removes
      ? []
      : tasks.flatMap((r) =>
          r.removes && (r.place === t.place || r.place === 'vehicle' || t.place === 'vehicle')
            ? stepIds(r)
            : [],
        );
    const bench = benchNodes(t, n);
    const nodes = t.work.steps.map((w, i) => ({
      id: stepId(t, i),
      after: i > 0 ? [...waits, stepId(t, i - 1)] : [...waits, ...first, ...bench.map((b) => b.id)],
      rank: [1, placeRank(t.place), 3, t.removes ? -1 : n, i],
      phase: 'work' as const,
      axle: t.place,
      bySide: t.work.bySide,
      work: scaled(w, t.work.per === 'wheel' ? t.times : 1),
      madeBy: t.part ? [t.part] : [],
      more: {
        figures: t.figures,
        serves: [t.serves],
        ...(i === 0
          ? {
              notes: notesOf(t),
              people: Math.max(w.people ?? 1, t.part?.box?.people ?? 1),
              oneWay: t.part?.box?.oneWay ?? [],
            }
          : {}),
        ...(i === 0 && t.part?.settings
          ? { settings: [{ part: t.part.code, settings: t.part.settings }] }
          : {}),
        ...(i === 0 && t.part ? { wedge: wedgeOf(t.part, a, t.place) } : {}),
      },
    }));
    return [...bench, ...nodes];
  });
}
/** What is done to a part at the bench, before the vehicle is taken apart for it; once, also for a part of both axles. */
function benchNodes(t: Task, n: number): readonly StepNode[] {
  const { part, place } = t;
  if (!part?.box || (part.axle === 'both' && place === 'rear')) return [];
  return part.box.atTheBench.map((b, i) => ({
    id: `bench ${t.id}.${i}`,
    after: i > 0 ? [`bench ${t.id}.${i - 1}`] : [],
    rank: [-1, placeRank(place), n, i],
    phase: 'bench' as const,
    axle: place,
    work: { ...OWN_WORK, ...b },
    madeBy: [part],
    more: { serves: [t.serves] },
  }));
}
/** What is said at the step that fits a part: its note, how each piece goes in, what cannot be undone. */
function notesOf({ part, code, note }: Task): WorkStep['notes'] {
  const at = part?.code ?? code;
  return [
    ...(note === '' ? [] : [{ part: at, note }]),
    ...(part?.box?.pieces ?? []).flatMap((p) =>
      p.orientation === '' ? [] : [{ part: at, note: `${p.count} × ${p.name}: ${p.orientation}` }],
    ),
  ];
}
/** Each task with a name of its own: what is done twice at a place is counted. */
function named(tasks: readonly Task[]): readonly Task[] {
  const seen = new Map<string, number>();
  return tasks.map((t) => {
    const name = `${t.code}${t.serves.name === t.code ? '' : `/${t.serves.name}`}@${t.place}`;
    const times = (seen.get(name) ?? 0) + 1;
    seen.set(name, times);
    return { ...t, id: times === 1 ? name : `${name} ${times}` };
  });
}
/** Names of the steps of a task in the order of work. */
export const stepIds = (t: Task): readonly string[] => t.work.steps.map((_, i) => stepId(t, i));
const stepId = (t: Task, i: number) => `work ${t.id}.${i}`;

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
