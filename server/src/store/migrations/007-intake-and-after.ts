import type { Knex } from 'knex';
import { gaining, list, losing, rewrite, type NamedMigration } from './records';

const HEAD = { email: '' };
const BRIEF = {
  usageWords: '',
  complaintKind: null,
  complaint: '',
  complaintSince: '',
  wish: null,
  frontTargetMm: null,
  rearTargetMm: null,
  frontToleranceMm: null,
  rearToleranceMm: null,
  noseUpMostMm: null,
};
const VEHICLE = { plate: '', vin: '', mileageKm: null, color: '' };
const CHANGE = { maker: '', kind: null, thicknessMm: null, rateNPerMm: null };
const WHEEL = { camberDeg: null, casterDeg: null, toeDeg: null };
const ALIGNMENT = {
  day: null,
  wheels: { leftFront: WHEEL, rightFront: WHEEL, leftRear: WHEEL, rightRear: WHEEL },
  thrustDeg: null,
  steeringWheelDeg: null,
};
const SECTIONS = {
  lookOver: { items: [], alignment: ALIGNMENT, road: {}, notes: '' },
  after: { alignment: ALIGNMENT, contacts: [], road: {}, hoursTaken: null, otherwise: '', nextTime: '' },
};
const CARES = JSON.stringify({ level: false, tires: false, load: false, rolled: false });
const READABLE = "json_valid(data) and json_type(data) = 'object'";

/** Fields that every revision of a section gains, where it lacks them: any of them can be brought back. */
const gain = (k: Knex, section: string, added: object): Promise<unknown> =>
  k.raw(
    `update job_revisions set data = json_insert(data${', ?, json(?)'.repeat(Object.keys(added).length)}) where section = ? and ${READABLE}`,
    [...Object.entries(added).flatMap(([key, v]) => [`$.${key}`, JSON.stringify(v)]), section],
  );
const lose = (k: Knex, section: string, paths: readonly string[]): Promise<unknown> =>
  k.raw(
    `update job_revisions set data = json_remove(data${', ?'.repeat(paths.length)}) where section = ? and ${READABLE}`,
    [...paths.map((p) => `$.${p}`), section],
  );
const CHANGED = { table: 'job_revisions', section: 'vehicle' } as const;

/** A job knows how the vehicle came in (complaint, wish, look-over), how often it was taped, and what came of it. */
export const intakeAndAfter: NamedMigration = {
  name: '007-intake-and-after',
  async up(k) {
    await gain(k, 'head', HEAD);
    await gain(k, 'brief', BRIEF);
    await k.raw(
      `update job_revisions set data = json_insert(data, '$.usage.looks', 0) where section = 'brief' and ${READABLE}
       and json_type(data, '$.usage') = 'object'`,
    );
    await gain(k, 'vehicle', VEHICLE);
    await rewrite(k, CHANGED, (d) => ({ ...d, changes: list(d.changes).map(gaining(CHANGE)) }));
    await k.raw(
      `update job_revisions set data = json_object('rounds', json_array(json_object(
         'id', 'before', 'when', 'before', 'day', null,
         'readFrom', json_extract(data, '$.readFrom'), 'corners', json_extract(data, '$.corners'),
         'cares', json(?), 'slopeFrontMm', null, 'slopeLeftMm', null,
         'fuel', json_extract(data, '$.fuel'), 'notes', json_extract(data, '$.notes'))))
       where section = 'tape' and ${READABLE} and json_type(data, '$.corners') = 'object'`,
      [CARES],
    );
    for (const [section, data] of Object.entries(SECTIONS))
      await k.raw(
        `insert into job_revisions (id, created_at, updated_at, job_id, section, version, made_from, author, why, data)
         select lower(hex(randomblob(16))), updated_at, updated_at, id, ?, 1, null, '', 'kept', ? from jobs`,
        [section, JSON.stringify(data)],
      );
    await k('job_board').delete(); // computed from the jobs at the next start
  },
  async down(k) {
    await k('job_revisions').whereIn('section', Object.keys(SECTIONS)).delete();
    await k.raw(
      `update job_revisions set data = json_object(
         'readFrom', json_extract(data, '$.rounds[0].readFrom'), 'corners', json_extract(data, '$.rounds[0].corners'),
         'fuel', json_extract(data, '$.rounds[0].fuel'), 'notes', json_extract(data, '$.rounds[0].notes'))
       where section = 'tape' and ${READABLE} and json_type(data, '$.rounds[0]') = 'object'`,
    );
    await rewrite(k, CHANGED, (d) => ({ ...d, changes: list(d.changes).map(losing(CHANGE)) }));
    await lose(k, 'vehicle', Object.keys(VEHICLE));
    await k.raw(
      `update job_revisions set data = json_set(data, '$.stance', null) where section = 'brief' and ${READABLE}
       and json_extract(data, '$.stance') = 'nose-up'`,
    );
    await lose(k, 'brief', [...Object.keys(BRIEF), 'usage.looks']);
    await lose(k, 'head', Object.keys(HEAD));
    await k('job_board').delete();
  },
};
