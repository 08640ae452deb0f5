import { JobSchema, type Revision, type Saved } from '@rigger/contracts';
import { SECTIONS, type JobSections, type SectionName } from '@rigger/core';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';
import type { BoardStore } from './board-store';
import type { JobRow, Stored } from './stored-job';
import { writeTransaction } from './write-transaction';

interface RevisionRow {
  readonly id: string;
  readonly job_id: string;
  readonly section: SectionName;
  readonly version: number;
  readonly made_from: number | null;
  readonly author: string;
  readonly why: Revision['why'];
  readonly data: string;
  readonly created_at: string;
  readonly updated_at: string;
}
export type SaveOutcome =
  | { readonly kind: 'saved'; readonly saved: Saved }
  | { readonly kind: 'conflict'; readonly theirs: unknown }
  | { readonly kind: 'missing' };
/** Who writes, and what for. */
export interface By {
  readonly author: string;
  readonly why?: Revision['why'];
}
/** Id, number, day and state of the catalogue of a job that comes with them. */
interface MadeAs {
  readonly id?: string;
  readonly number?: number;
  readonly createdAt?: string;
  readonly catalogue?: number | null;
}
const PROJECTED_AT_ONCE = 50;
const now = () => new Date().toISOString();
const LAST =
  'version = (select max(version) from job_revisions m where m.job_id = r.job_id and m.section = r.section)';

/** Jobs in SQLite: every save is a revision of its section, nothing is written over. Each section has versions of its own, so
 *  two people in two sections never collide. */
export class JobsStore {
  constructor(
    private readonly db: Knex,
    private readonly board: BoardStore,
  ) {}

  /** the numbers that are taken */
  async numbers(): Promise<ReadonlySet<number>> {
    return new Set(await this.db<JobRow>('jobs').pluck('number'));
  }
  find(id: string): Promise<Stored | null> {
    return stored(this.db, id);
  }
  /** A new job with all its sections, under the next free number unless one is named. `also`: what comes with it, in the same
   *  transaction. */
  async create(
    sections: JobSections,
    by: By,
    as: MadeAs = {},
    also: (t: Knex.Transaction, id: string) => Promise<void> = () => Promise.resolve(),
  ): Promise<string> {
    return writeTransaction(this.db, async (t) => {
      const id = await this.createIn(t, sections, by, as);
      await also(t, id);
      return id;
    });
  }
  /** The same inside a transaction that is under way. */
  async createIn(t: Knex.Transaction, sections: JobSections, by: By, as: MadeAs = {}): Promise<string> {
    const id = as.id ?? randomUUID();
    const at = as.createdAt ?? now();
    const highest = await t<JobRow>('jobs').max<{ highest: number | null }[]>('number as highest');
    const number = as.number ?? (highest[0]?.highest ?? 1000) + 1;
    await t('jobs').insert({
      id,
      number,
      catalogue: as.catalogue ?? null,
      created_at: at,
      updated_at: at,
    });
    for (const section of SECTIONS)
      await t('job_revisions').insert(
        revision(id, section, 1, null, { author: by.author, why: by.why ?? 'new' }, sections[section], at),
      );
    await this.project(t, id);
    return id;
  }

  /** Stores a section if `version` is still the last one; otherwise nothing is written and the last one comes back. */
  async save(
    jobId: string,
    section: SectionName,
    version: number,
    data: unknown,
    by: By,
  ): Promise<SaveOutcome> {
    return writeTransaction(this.db, async (t): Promise<SaveOutcome> => {
      const last = await t<RevisionRow>('job_revisions')
        .where({ job_id: jobId, section })
        .orderBy('version', 'desc')
        .first();
      if (!last) return { kind: 'missing' };
      if (last.version !== version) return { kind: 'conflict', theirs: versioned(last) };
      const row = revision(
        jobId,
        section,
        version + 1,
        version,
        { author: by.author, why: by.why ?? 'edit' },
        data,
        now(),
      );
      await t('job_revisions').insert(row);
      await t('jobs').where({ id: jobId }).update({ updated_at: row.created_at });
      await this.project(t, jobId);
      return {
        kind: 'saved',
        saved: { id: row.id, version: row.version, createdAt: row.created_at, updatedAt: row.updated_at },
      };
    });
  }
  /** Takes a job off the board, or puts it back; false when there is none. */
  async archive(jobId: string, away: boolean): Promise<boolean> {
    return writeTransaction(this.db, async (t) => {
      const found = await t('jobs')
        .where({ id: jobId })
        .update({ archived_at: away ? now() : null, updated_at: now() });
      if (found === 1) await this.project(t, jobId);
      return found === 1;
    });
  }
  /** Computes a job with this state of the catalogue from now on; false when there is no such job. */
  async pin(jobId: string, catalogue: number): Promise<boolean> {
    return writeTransaction(this.db, async (t) => {
      const found = await t('jobs').where({ id: jobId }).update({ catalogue, updated_at: now() });
      if (found === 1) await this.project(t, jobId);
      return found === 1;
    });
  }

  /** Every revision of a job without its content, the newest first; null when there is no such job. */
  async history(jobId: string): Promise<Revision[] | null> {
    if (!(await this.db('jobs').where({ id: jobId }).first('id'))) return null;
    const rows = await this.db<RevisionRow>('job_revisions')
      .where({ job_id: jobId })
      .orderBy([
        { column: 'created_at', order: 'desc' },
        { column: 'version', order: 'desc' },
      ])
      .select('id', 'section', 'version', 'made_from', 'author', 'why', 'created_at');
    return rows.map((r) => said(r));
  }
  /** One revision with its content and that of the one before; null when there is none. */
  async revision(
    jobId: string,
    revisionId: string,
  ): Promise<{ revision: Revision; data: unknown; before: unknown } | null> {
    const row = await this.db<RevisionRow>('job_revisions').where({ job_id: jobId, id: revisionId }).first();
    if (!row) return null;
    const before = await this.db<RevisionRow>('job_revisions')
      .where({ job_id: jobId, section: row.section })
      .where('version', '<', row.version)
      .orderBy('version', 'desc')
      .first();
    return { revision: said(row), data: content(row.data), before: before ? content(before.data) : null };
  }
  /** Writes the board's rows that the present catalogue has not said, a few at a time so that nobody waits: after it changed, and
   *  after jobs came in from elsewhere. */
  async projectStale(): Promise<void> {
    const ids = await this.board.stale();
    for (let i = 0; i < ids.length; i += PROJECTED_AT_ONCE)
      await writeTransaction(this.db, async (t) => {
        for (const id of ids.slice(i, i + PROJECTED_AT_ONCE)) await this.project(t, id);
      });
  }
  private async project(t: Knex.Transaction, id: string): Promise<void> {
    const s = await stored(t, id);
    if (s) await this.board.put(t, s);
  }
}

async function stored(db: Knex, id: string): Promise<Stored | null> {
  const row = await db<JobRow>('jobs').where({ id }).first();
  if (!row) return null;
  const rows = await db.raw<RevisionRow[]>(`select * from job_revisions r where job_id = ? and ${LAST}`, [
    id,
  ]);
  const read = JobSchema.safeParse({
    id: row.id,
    number: row.number,
    catalogue: row.catalogue,
    archivedAt: row.archived_at,
    createdAt: row.created_at,
    updatedAt: row.updated_at,
    sections: Object.fromEntries(rows.map((r) => [r.section, versioned(r)])),
  });
  if (read.success) return { row, job: read.data, fault: null };
  const [issue] = read.error.issues;
  return { row, job: null, fault: issue ? `${issue.path.join('.')}: ${issue.message}` : 'unreadable' };
}
const revision = (
  jobId: string,
  section: SectionName,
  version: number,
  madeFrom: number | null,
  by: Required<By>,
  data: unknown,
  at: string,
): RevisionRow => ({
  id: randomUUID(),
  job_id: jobId,
  section,
  version,
  made_from: madeFrom,
  author: by.author,
  why: by.why,
  data: JSON.stringify(data),
  created_at: at,
  updated_at: at,
});
const said = (
  r: Pick<RevisionRow, 'id' | 'section' | 'version' | 'made_from' | 'author' | 'why' | 'created_at'>,
): Revision => ({
  id: r.id,
  section: r.section,
  version: r.version,
  madeFrom: r.made_from,
  author: r.author,
  why: r.why,
  at: r.created_at,
});
const versioned = (row: RevisionRow) => ({
  id: row.id,
  version: row.version,
  createdAt: row.created_at,
  updatedAt: row.updated_at,
  data: content(row.data),
});
/** what a row holds; a row that is not even JSON is nothing, and its contract says so */
function content(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}
