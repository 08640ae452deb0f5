import { checkHardpoints } from '../suspension';
import { doesNothing } from './acts-on';
import type { Catalogue } from './catalogue';
import { boxLacks } from './check-box';
import { FAMILIES } from './families';
import { ITEM_KINDS, itemsOf } from './catalogue-changes';
import type { Work } from './work';

/** What is wrong with a catalogue, and where: a path such as `parts[3].operation`. */
export interface CatalogueFault {
  readonly path: string;
  /** the value that is wrong */
  readonly value: string;
  readonly code:
    | 'twice'
    | 'not-there'
    | 'not-an-option'
    | 'does-not-move'
    /** its box does not hold what its effect moves, or its name counts; `among`: what it would have to hold */
    | 'box-lacks'
    /** made for a vehicle on which it finds nothing to act on; `among`: what is not there */
    | 'acts-on-nothing';
  /** what `not-there` was looked for among, or whose option it is */
  readonly among: string;
}

/** Every fault of a catalogue as a whole: codes that stand twice, codes that name nothing, conditions that no variant can meet,
 *  linkages that do not move. Empty for one that can be used. Single records are held by their contract; this looks between
 *  them. Asked once, when a catalogue is read in.
 *  @example checkCatalogue({ platforms: [], parts: [], kits: [], tires: [], wheels: [], reliefs: [], repairs: [], joints: [], operations: [], access: [], closing: [] }) // [] */
export function checkCatalogue(c: Catalogue): readonly CatalogueFault[] {
  const faults: CatalogueFault[] = [];
  const add = (path: string, value: string, code: CatalogueFault['code'], among = '') =>
    faults.push({ path, value, code, among });
  const known = (list: readonly { readonly code: string }[]) => new Set(list.map((x) => x.code));
  const has = (codes: ReadonlySet<string>, among: string) => (path: string, value: string) => {
    if (!codes.has(value)) add(path, value, 'not-there', among);
  };
  const isPart = has(known(c.parts), 'parts');
  const isJoint = has(known(c.joints), 'joints');
  const isAccess = has(known(c.access), 'access');
  const isOperation = has(known(c.operations), 'operations');
  const isRelief = has(known(c.reliefs), 'reliefs');
  const platforms = new Map(c.platforms.map((p) => [p.code, p]));

  const items = itemsOf(c);
  for (const kind of ITEM_KINDS) {
    const seen = new Set<string>();
    items
      .filter((i) => i.kind === kind)
      .forEach(({ code }, i) => {
        if (seen.has(code)) add(`${kind}[${i}].code`, code, 'twice');
        seen.add(code);
      });
  }

  const text = (
    path: string,
    t: { readonly loosens: readonly string[]; readonly fastens: readonly { readonly joint: string }[] },
  ) => {
    t.loosens.forEach((j, i) => {
      isJoint(`${path}.loosens[${i}]`, j);
    });
    t.fastens.forEach((f, i) => {
      isJoint(`${path}.fastens[${i}].joint`, f.joint);
    });
  };
  const work = (path: string, w: Work) => {
    w.needs.forEach((n, i) => {
      isAccess(`${path}.needs[${i}]`, n);
    });
    w.after.forEach((o, i) => {
      isOperation(`${path}.after[${i}]`, o);
    });
    w.steps.forEach((s, i) => {
      text(`${path}.steps[${i}]`, s);
    });
    w.onGround.forEach((s, i) => {
      text(`${path}.onGround[${i}]`, s);
    });
  };
  c.operations.forEach((o, i) => {
    work(`operations[${i}]`, o);
  });
  c.reliefs.forEach((r, i) => {
    work(`reliefs[${i}].work`, r.work);
  });
  c.repairs.forEach((r, i) => {
    work(`repairs[${i}].work`, r.work);
    r.platforms.forEach((p, k) => {
      if (!platforms.has(p)) add(`repairs[${i}].platforms[${k}]`, p, 'not-there', 'platforms');
    });
  });
  c.access.forEach((a, i) => {
    a.needs.forEach((n, k) => {
      isAccess(`access[${i}].needs[${k}]`, n);
    });
    (['blocks', 'gives'] as const).forEach((list) => {
      a[list]?.forEach((n, k) => {
        isAccess(`access[${i}].${list}[${k}]`, n);
      });
    });
    a.platforms?.forEach((p, k) => {
      if (!platforms.has(p)) add(`access[${i}].platforms[${k}]`, p, 'not-there', 'platforms');
    });
    text(`access[${i}].off`, a.off);
    text(`access[${i}].on`, a.on);
  });
  c.closing.forEach((s, i) => {
    text(`closing[${i}]`, s);
  });
  c.platforms.forEach((p, i) => {
    for (const axle of ['front', 'rear'] as const) {
      for (const f of checkHardpoints(p[axle].hardpoints))
        add(`platforms[${i}].${axle}.hardpoints.points.${f.point}`, p.code, 'does-not-move');
      p[axle].obstacles.forEach((o, k) => {
        o.reliefs.forEach((r, m) => {
          isRelief(`platforms[${i}].${axle}.obstacles[${k}].reliefs[${m}]`, r);
        });
      });
    }
    p.fasteners.forEach((f, k) => {
      isJoint(`platforms[${i}].fasteners[${k}].joint`, f.joint);
    });
  });
  c.parts.forEach((p, i) => {
    const at = `parts[${i}]`;
    isOperation(`${at}.operation`, p.operation);
    for (const list of ['requires', 'excludes'] as const)
      p[list].forEach((r, k) => {
        if ('part' in r) isPart(`${at}.${list}[${k}].part`, r.part);
      });
    for (const lack of boxLacks(p)) add(`${at}.box`, p.code, 'box-lacks', lack);
    p.fasteners.forEach((f, k) => {
      isJoint(`${at}.fasteners[${k}].joint`, f.joint);
    });
    p.box?.longer.forEach((l, k) => {
      isJoint(`${at}.box.longer[${k}].joint`, l.joint);
    });
    p.applications.forEach((a, k) => {
      const platform = platforms.get(a.platform);
      if (!platform) {
        add(`${at}.applications[${k}].platform`, a.platform, 'not-there', 'platforms');
        return;
      }
      const nothing = doesNothing(p, platform, null);
      if (nothing && !FAMILIES[p.family].forbidden.some((f) => f.on === 'steered-axle'))
        add(`${at}.applications[${k}].platform`, a.platform, 'acts-on-nothing', nothing);
      a.conditions.forEach((condition, m) => {
        const path = `${at}.applications[${k}].conditions[${m}]`;
        const field = platform.variantFields.find((f) => f.key === condition.field);
        if (!field) {
          add(`${path}.field`, condition.field, 'not-there', `questions of ${platform.code}`);
          return;
        }
        const wanted = condition.op === 'one-of' ? condition.values : [condition.value];
        for (const v of wanted)
          if (!field.options.some((o) => o.value === v))
            add(path, v, 'not-an-option', `${platform.code} ${field.key}`);
      });
    });
  });
  c.kits.forEach((k, i) => {
    k.parts.forEach((p, m) => {
      isPart(`kits[${i}].parts[${m}].part`, p.part);
    });
  });
  return faults;
}
