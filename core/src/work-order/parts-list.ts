import {
  fitmentOf,
  PROVENANCE_RANK,
  recordNote,
  type Catalogue,
  type KnownVehicle,
  type Part,
  type PartBox,
  type Provenance,
} from '../catalogue';
import { entriesOf } from '../forecast';
import { boltName } from '../hardware';
import type { JobSections } from '../job';
import type { Assessment } from '../assessment';
import { AXLES } from '../plan-case';
import { spareFits } from '../rules';
import { freeCode } from '../vehicle';

export interface PartsLine {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly quantity: number;
  readonly soldAs: 'each' | 'pair' | 'set' | 'kit';
  /** null: nobody has named a price, so it is in no total */
  readonly priceMinor: number | null;
  readonly lineMinor: number | null;
  readonly supplier: string;
  readonly onHand: number | null;
  readonly leadDays: number | null;
  readonly provenance: Provenance | null;
  /** what maker or shop say about it */
  readonly note: string;
  readonly group: 'suspension' | 'repair' | 'rolling' | 'shop';
  /** what is in the boxes of the line's parts; null where nobody has opened one */
  readonly boxes?: readonly { readonly code: string; readonly box: PartBox | null }[] | undefined;
  /** bought for another line: its box lacks it, or the vehicle's own does not reach any more */
  readonly beside?:
    { readonly code: string; readonly why: 'not-in-box' | 'single-use' | 'longer' } | undefined;
}
interface Count {
  readonly front: number;
  readonly rear: number;
  readonly spare: number;
}
/** How many tyres and wheels a job takes: two an axle, and one more where the vehicle carries a spare and the new one fits
 *  its place. Nothing for an axle whose tyre or wheel is not picked. */
export function tiresBought(
  a: Pick<Assessment, 'vehicle' | 'planned' | 'tires'>,
  job: Pick<JobSections, 'tire'>,
): { readonly tires: Count; readonly wheels: Count } {
  const front = entriesOf(job.tire, 'front');
  const rear = entriesOf(job.tire, 'rear');
  const { vehicle, planned, tires } = a;
  const spare = vehicle !== null && spareFits({ vehicle, planned, tires });
  const count = (which: 'tireCode' | 'wheelCode'): Count => ({
    front: front[which] === null ? 0 : 2,
    rear: rear[which] === null ? 0 : 2,
    spare: front[which] !== null && spare ? 1 : 0,
  });
  return { tires: count('tireCode'), wheels: count('wheelCode') };
}

/** The parts list of a job: chosen parts and kits (each line once, however often it was put down), lines of one's own, what is
 *  repaired, material of the reliefs, then tyres and wheels axle by axle. */
export function partsList(
  job: JobSections,
  a: Pick<Assessment, 'vehicle' | 'planned' | 'tires' | 'chosen' | 'repairs' | 'needs'>,
  catalogue: Catalogue,
): readonly PartsLine[] {
  const { vehicle } = a;
  const partCalled = new Map(a.chosen.map(({ part }) => [part.code, part]));
  const items = [...new Map(job.build.items.map((i) => [i.code, i])).values()];
  const lines: PartsLine[] = items.flatMap((item): PartsLine[] => {
    if (item.kind === 'kit') {
      const kit = catalogue.kits.find((k) => k.code === item.code);
      if (!kit) return [];
      const parts = kit.parts.flatMap((k) => partCalled.get(k.part) ?? []);
      return [
        {
          code: kit.code,
          maker: kit.maker,
          name: kit.name,
          quantity: item.quantity,
          soldAs: 'kit',
          priceMinor: kit.priceMinor,
          lineMinor: kit.priceMinor * item.quantity,
          supplier: kit.supplier,
          onHand: null,
          leadDays: null,
          group: 'suspension',
          boxes: parts.map(boxOf),
          note: parts
            .map((p) => [p.code, recordNote(p)] as const)
            .flatMap(([code, note]) => (note === '' ? [] : [`${code}: ${note}`]))
            .join(' '),
          provenance: weakest(
            parts.map((p) => p.applications),
            vehicle,
          ),
        },
      ];
    }
    // as the plan has it: a part that was taken over from a neighbour says so
    const part = partCalled.get(item.code);
    if (!part) return [];
    return [
      {
        code: part.code,
        maker: part.maker,
        name: part.name,
        quantity: item.quantity,
        soldAs: part.soldAs,
        priceMinor: part.priceMinor,
        lineMinor: part.priceMinor * item.quantity,
        supplier: part.supplier,
        onHand: part.stock.onHand,
        leadDays: part.stock.leadDays,
        group: 'suspension',
        boxes: [boxOf(part)],
        note: recordNote(part),
        provenance: weakest([part.applications], vehicle),
      },
    ];
  });
  lines.push(...hardwareLines(a));
  for (const line of job.build.free)
    lines.push({
      code: freeCode(line),
      maker: line.maker,
      name: line.what,
      quantity: 1,
      soldAs: 'set',
      priceMinor: line.priceMinor,
      lineMinor: line.priceMinor,
      supplier: line.source,
      onHand: null,
      leadDays: null,
      provenance: { kind: 'unverified' },
      note: '',
      group: 'suspension',
    });
  for (const { repair, places } of a.repairs)
    if (repair)
      lines.push({
        code: repair.code,
        maker: '',
        name: repair.name,
        quantity: places.length,
        soldAs: 'each',
        priceMinor: repair.priceMinor,
        lineMinor: repair.priceMinor === null ? null : repair.priceMinor * places.length,
        supplier: repair.supplier,
        onHand: null,
        leadDays: null,
        provenance: null,
        note: repair.note,
        group: 'repair',
      });
  for (const choice of job.tire.reliefs) {
    const relief = catalogue.reliefs.find((r) => r.code === choice.relief);
    if (relief && relief.priceMinor > 0)
      lines.push({
        code: relief.code,
        maker: 'Shop material',
        name: relief.name,
        quantity: 1,
        soldAs: 'set',
        priceMinor: relief.priceMinor,
        lineMinor: relief.priceMinor,
        supplier: 'in the shop',
        onHand: null,
        leadDays: null,
        provenance: null,
        note: '',
        group: 'shop',
      });
  }
  const bought = tiresBought(a, job);
  const rolling = new Map<string, PartsLine>();
  for (const axle of AXLES) {
    const entries = entriesOf(job.tire, axle);
    const tire = catalogue.tires.find((t) => t.code === entries.tireCode);
    const wheel = catalogue.wheels.find((w) => w.code === entries.wheelCode);
    for (const [item, count] of [
      [tire, bought.tires],
      [wheel, bought.wheels],
    ] as const) {
      if (!item) continue;
      const quantity =
        (rolling.get(item.code)?.quantity ?? 0) + count[axle] + (axle === 'front' ? count.spare : 0);
      rolling.set(item.code, {
        code: item.code,
        maker: item.maker,
        name: 'size' in item ? `${item.name} ${item.size}` : `${item.name} ${item.widthIn}×${item.rimIn}`,
        quantity,
        soldAs: 'each',
        priceMinor: item.priceMinor,
        lineMinor: item.priceMinor * quantity,
        supplier: item.maker,
        onHand: null,
        leadDays: null,
        provenance: null,
        note: '',
        group: 'rolling',
      });
    }
  }
  return [...lines, ...rolling.values()];
}

const boxOf = ({ code, box }: Part) => ({ code, box: box ?? null });
/** What the boxes of the chosen parts lack, and bolts that must be longer. Priced where somebody has asked. */
function hardwareLines({ chosen, needs }: Pick<Assessment, 'chosen' | 'needs'>): readonly PartsLine[] {
  const line = (
    code: string,
    name: string,
    quantity: number,
    priceMinor: number | null,
    beside: NonNullable<PartsLine['beside']>,
  ): PartsLine => ({
    code,
    maker: '',
    name,
    quantity,
    soldAs: 'each',
    priceMinor,
    lineMinor: priceMinor === null ? null : priceMinor * quantity,
    supplier: '',
    onHand: null,
    leadDays: null,
    provenance: null,
    note: '',
    group: 'suspension',
    beside,
  });
  const lacking = chosen.flatMap(({ part, quantity }) =>
    (part.box?.hardware ?? [])
      .filter((h) => !h.inBox)
      .map((h, i) =>
        line(`${part.code}+${i + 1}`, h.name, h.count * quantity, h.priceMinor, {
          code: part.code,
          why: h.singleUse ? 'single-use' : 'not-in-box',
        }),
      ),
  );
  const longer = needs.flatMap(({ finding: f, about }) =>
    f.code === 'bolt-short'
      ? [
          line(`${about.part ?? ''}+${f.joint}`, `${f.what}: ${boltName(f, f.buyMm)}`, f.count ?? 1, null, {
            code: about.part ?? '',
            why: 'longer',
          }),
        ]
      : [],
  );
  return [...lacking, ...longer];
}

/** The least trusted provenance among the parts that fit; null when a part does not fit or is still to ask. */
function weakest(
  applications: readonly (readonly Parameters<typeof fitmentOf>[0][number][])[],
  vehicle: KnownVehicle | null,
): Provenance | null {
  if (!vehicle) return null;
  const all = applications.map((a) => fitmentOf(a, vehicle));
  if (all.some((f) => f.verdict !== 'fits')) return null;
  return (
    all
      .flatMap((f) => (f.verdict === 'fits' ? [f.provenance] : []))
      .sort((a, b) => PROVENANCE_RANK.indexOf(b.kind) - PROVENANCE_RANK.indexOf(a.kind))[0] ?? null
  );
}
