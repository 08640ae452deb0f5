import { BoardRowSchema, type Board, type BoardRow } from '@rigger/contracts';
import { hasCome, STAGES, type Stage } from '@rigger/core';
import type { Knex } from 'knex';
import type { Stored } from './stored-job';

export interface BoardQuery {
  readonly stage: Stage | null;
  readonly archived: boolean;
  /** words that all stand in the row */
  readonly find: string;
  /** rows to pass over */
  readonly after: number;
  readonly limit: number;
}
/** What the board shows of a job that can be read, and the state of the catalogue that says it. */
export interface BoardProjection {
  readonly row: (job: NonNullable<Stored['job']>) => BoardRow;
  readonly state: () => string;
}

interface Row {
  readonly id: string;
  readonly state: string;
  readonly data: string;
  readonly number: number;
  readonly stage: Stage;
  readonly archived: boolean;
}

/** The board's rows, written with each save: reading the board computes nothing. */
export class BoardStore {
  constructor(
    private readonly db: Knex,
    private readonly says: BoardProjection,
  ) {}

  /** Writes the row of a job; one that cannot be read stands there with what is wrong, and the others work on. */
  async put(t: Knex.Transaction, s: Stored): Promise<void> {
    const row: BoardRow = s.job
      ? this.says.row(s.job)
      : {
          id: s.row.id,
          number: s.row.number,
          customer: '',
          trade: '',
          stage: 'brief',
          promiseDate: null,
          vehicle: '',
          target: '',
          lacks: [],
          archived: s.row.archived_at !== null,
          unreadable: s.fault ?? 'unreadable',
          updatedAt: s.row.updated_at,
        };
    await t('job_board')
      .insert({
        id: row.id,
        number: row.number,
        stage: row.stage,
        archived: row.archived,
        lacking: row.lacks.length > 0,
        state: this.says.state(),
        due: dueOf(row),
        words: wordsOf(row),
        data: JSON.stringify(BoardRowSchema.parse(row)),
        platform: s.job?.sections.vehicle.data.platform ?? null,
        came: s.job !== null && hasCome({ tape: s.job.sections.tape.data, after: s.job.sections.after.data }),
        created_at: s.row.created_at,
        updated_at: s.row.updated_at,
      })
      .onConflict('id')
      .merge();
  }
  /** Jobs without a row, or with one that another state of the catalogue said. */
  stale(): Promise<string[]> {
    const said = this.db<Row>('job_board').where({ state: this.says.state() }).select('id');
    return this.db<Row>('jobs').whereNotIn('id', said).pluck<string[]>('id');
  }
  /** Jobs on a platform of which something came, the latest first. */
  came(platform: string, most: number): Promise<string[]> {
    return this.db('job_board')
      .where({ platform, came: true })
      .orderBy('number', 'desc')
      .limit(most)
      .pluck<string[]>('id');
  }
  /** Jobs in some stages that are not put away, in the order of their promises. */
  inStages(stages: readonly Stage[]): Promise<string[]> {
    return this.db('job_board')
      .where({ archived: false })
      .whereIn('stage', [...stages])
      .orderBy(['due', 'number'])
      .pluck<string[]>('id');
  }
  async page(q: BoardQuery): Promise<Board> {
    const words = q.find.toLowerCase().split(/\s+/).filter(Boolean);
    const found = () =>
      words.reduce(
        (query, w) =>
          query.whereRaw("words like ? escape '\\'", [`%${w.replaceAll(/[\\%_]/g, String.raw`\$&`)}%`]),
        this.db<Row, Row[]>('job_board'),
      );
    const rows = await found()
      .where({ archived: q.archived })
      .modify((query) => {
        if (q.stage) void query.where({ stage: q.stage });
      })
      .orderBy(['due', 'number'])
      .offset(q.after)
      .limit(q.limit + 1)
      .select<Row[]>('*');
    const counts = await found()
      .groupBy('archived', 'stage')
      .select<{ archived: number; stage: Stage; jobs: number; lacking: number }[]>(
        'archived',
        'stage',
        this.db.raw('count(*) as jobs, sum(lacking) as lacking'),
      );
    const of = (archived: boolean, stage?: Stage) =>
      counts
        .filter((c) => Boolean(c.archived) === archived && (stage === undefined || c.stage === stage))
        .reduce((sum, c) => sum + c.jobs, 0);
    const shown = rows.slice(0, q.limit);
    return {
      // held to its contract when it was written, by `put`
      jobs: shown.map((r) => JSON.parse(r.data) as BoardRow),
      counts: Object.fromEntries(STAGES.map((s) => [s, of(q.archived, s)])) as Record<Stage, number>,
      archived: of(true),
      lacking: counts
        .filter((c) => Boolean(c.archived) === q.archived && c.stage !== 'done')
        .reduce((sum, c) => sum + c.lacking, 0),
      next: rows.length > q.limit ? q.after + q.limit : null,
    };
  }
}
/** Jobs in the order of their promises; one without a date after those, one that is done last. */
const dueOf = (r: BoardRow) => `${r.stage === 'done' ? '1' : '0'} ${r.promiseDate ?? '9999-12-31'}`;
const wordsOf = (r: BoardRow) =>
  [r.number, r.customer, r.trade, r.vehicle, r.target, r.unreadable ?? ''].join(' ').toLowerCase();
