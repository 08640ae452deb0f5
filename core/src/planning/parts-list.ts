import { computed, given, type Figure, type Finding } from '../evidence';
import type { Catalogue, Provenance } from '../catalogue';
import { fitmentOf, type KnownVehicle } from '../catalogue';
import type { JobSections, ShopSettings } from '../job';

export interface PartsLine {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly quantity: number;
  readonly soldAs: 'each' | 'pair' | 'set' | 'kit';
  readonly priceMinor: number;
  readonly lineMinor: number;
  readonly supplier: string;
  readonly onHand: number | null;
  readonly leadDays: number | null;
  readonly provenance: Provenance | null;
  readonly group: 'suspension' | 'rolling' | 'shop';
}
export interface Money {
  readonly partsMinor: number;
  readonly minutes: number;
  readonly labourMinor: number;
  readonly suppliesMinor: number;
  readonly alignmentMinor: number;
  readonly taxMinor: number;
  readonly totalMinor: number;
}

/** The parts list of a job: chosen parts and kits, then the tyre (four and the spare) and wheels when new ones are picked. */
export function partsList(
  job: JobSections,
  vehicle: KnownVehicle | null,
  catalogue: Catalogue,
): readonly PartsLine[] {
  const lines: PartsLine[] = job.build.items.flatMap((item): PartsLine[] => {
    if (item.kind === 'kit') {
      const kit = catalogue.kits.find((k) => k.code === item.code);
      if (!kit) return [];
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
          provenance: weakest(
            kit.parts.map((k) => catalogue.parts.find((p) => p.code === k.part)?.applications ?? []),
            vehicle,
          ),
        },
      ];
    }
    const part = catalogue.parts.find((p) => p.code === item.code);
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
        provenance: weakest([part.applications], vehicle),
      },
    ];
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
        group: 'shop',
      });
  }
  const tire = catalogue.tires.find((t) => t.code === job.tire.tireCode);
  const wheel = catalogue.wheels.find((w) => w.code === job.tire.wheelCode);
  for (const item of [tire, wheel])
    if (item)
      lines.push({
        code: item.code,
        maker: item.maker,
        name: 'size' in item ? `${item.name} ${item.size}` : `${item.name} ${item.widthIn}×${item.rimIn}`,
        quantity: 5,
        soldAs: 'each',
        priceMinor: item.priceMinor,
        lineMinor: item.priceMinor * 5,
        supplier: item.maker,
        onHand: null,
        leadDays: null,
        provenance: null,
        group: 'rolling',
      });
  return lines;
}

/** The least trusted provenance among the parts that fit; null when a part does not fit or is still to ask. */
function weakest(
  applications: readonly (readonly Parameters<typeof fitmentOf>[0][number][])[],
  vehicle: KnownVehicle | null,
): Provenance | null {
  if (!vehicle) return null;
  const rank = ['guess', 'sister-model', 'maker-lists', 'maker-confirmed', 'fitted-here'];
  const all = applications.map((a) => fitmentOf(a, vehicle));
  if (all.some((f) => f.verdict !== 'fits')) return null;
  return (
    all
      .flatMap((f) => (f.verdict === 'fits' ? [f.provenance] : []))
      .sort((a, b) => rank.indexOf(a.kind) - rank.indexOf(b.kind))[0] ?? null
  );
}

/** Money of a job in minor units: parts, labour by the merged plan, supplies on labour, alignment, tax on all.
 *  @example moneyOf([], 60, { labourMinorPerHour: 9000, suppliesShare: 0.05, taxShare: 0.2, alignmentMinor: 0 }).totalMinor // 11340 */
export function moneyOf(
  lines: readonly Pick<PartsLine, 'lineMinor'>[],
  minutes: number,
  s: Pick<ShopSettings, 'labourMinorPerHour' | 'suppliesShare' | 'taxShare' | 'alignmentMinor'>,
): Money {
  const partsMinor = lines.reduce((sum, l) => sum + l.lineMinor, 0);
  const labourMinor = Math.round((minutes / 60) * s.labourMinorPerHour);
  const suppliesMinor = Math.round(labourMinor * s.suppliesShare);
  const net = partsMinor + labourMinor + suppliesMinor + (minutes > 0 ? s.alignmentMinor : 0);
  const taxMinor = Math.round(net * s.taxShare);
  return {
    partsMinor,
    minutes,
    labourMinor,
    suppliesMinor,
    alignmentMinor: minutes > 0 ? s.alignmentMinor : 0,
    taxMinor,
    totalMinor: net + taxMinor,
  };
}

/** The money as figures with their reasons, for Why: the same sums as `moneyOf`. */
export function moneyFigures(
  m: Money,
  lines: readonly Pick<PartsLine, 'lineMinor' | 'code'>[],
  s: Pick<ShopSettings, 'labourMinorPerHour' | 'suppliesShare' | 'taxShare'>,
): Readonly<Record<'parts' | 'labour' | 'supplies' | 'alignment' | 'tax' | 'total' | 'hours', Figure>> {
  const hours = given('labour-minutes', m.minutes, 'minutes', 'merged plan');
  const parts = computed(
    'part-cost',
    m.partsMinor,
    'money',
    lines.map((l) => given('part-cost', l.lineMinor, 'money', l.code)),
    { formula: 'sum' },
  );
  const labour = computed(
    'labour-cost',
    m.labourMinor,
    'money',
    [hours, given('labour-rate', s.labourMinorPerHour, 'money', 'per hour, settings')],
    { formula: 'product' },
  );
  const share = (value: number) => given('share', value * 100, 'percent', 'settings');
  const supplies = computed('supplies', m.suppliesMinor, 'money', [labour, share(s.suppliesShare)], {
    formula: 'product',
  });
  const alignment = given('alignment-cost', m.alignmentMinor, 'money', 'settings');
  const net = [parts, labour, supplies, alignment];
  const tax = computed('tax', m.taxMinor, 'money', [...net, share(s.taxShare)], { formula: 'product' });
  return {
    hours,
    parts,
    labour,
    supplies,
    alignment,
    tax,
    total: computed('total', m.totalMinor, 'money', [...net, tax], { formula: 'sum' }),
  };
}

/** What the budget says to the total; null when it is kept or nobody named one. */
export function budgetFinding(budgetMinor: number | null, money: Money): Finding | null {
  return budgetMinor !== null && money.totalMinor > budgetMinor
    ? { code: 'over-budget', totalMinor: money.totalMinor, budgetMinor }
    : null;
}
