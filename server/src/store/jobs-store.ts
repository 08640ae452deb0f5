import { JobSchema, type Job, type Saved } from '@rigger/contracts';
import { SECTIONS, type JobSections, type SectionName } from '@rigger/core';
import type { Knex } from 'knex';
import { randomUUID } from 'node:crypto';

interface SectionRow {
  readonly id: string;
  readonly job_id: string;
  readonly section: SectionName;
  readonly version: number;
  readonly data: string;
  readonly created_at: string;
  readonly updated_at: string;
}
interface JobRow {
  readonly id: string;
  readonly number: number;
  readonly created_at: string;
  readonly updated_at: string;
}
export type SaveOutcome =
  | { readonly kind: 'saved'; readonly saved: Saved }
  | { readonly kind: 'conflict'; readonly theirs: unknown }
  | { readonly kind: 'missing' };

const now = () => new Date().toISOString();

/** Jobs and their sections in SQLite. Every section has its own version, so two people in two sections never collide. */
export class JobsStore {
  constructor(private readonly db: Knex) {}

  async all(): Promise<Job[]> {
    const jobs = await this.db<JobRow>('jobs').select().orderBy('number');
    const sections = await this.db<SectionRow>('job_sections').select();
    const byJob = new Map<string, SectionRow[]>();
    for (const s of sections) byJob.set(s.job_id, [...(byJob.get(s.job_id) ?? []), s]);
    return jobs.map((j) => toJob(j, byJob.get(j.id) ?? []));
  }

  async find(id: string): Promise<Job | null> {
    const rows = await this.db('jobs')
      .join('job_sections', 'job_sections.job_id', 'jobs.id')
      .where('jobs.id', id)
      .select<(SectionRow & { number: number; job_created_at: string; job_updated_at: string })[]>(
        'job_sections.*',
        'jobs.number',
        'jobs.created_at as job_created_at',
        'jobs.updated_at as job_updated_at',
      );
    const [first] = rows;
    if (!first) return null;
    return toJob(
      { id, number: first.number, created_at: first.job_created_at, updated_at: first.job_updated_at },
      rows,
    );
  }

  /** A new job with all its sections; `number` is the next free one unless the demo world names it. */
  async create(
    sections: JobSections,
    as: { readonly number?: number; readonly createdAt?: string } = {},
  ): Promise<string> {
    const id = randomUUID();
    const at = as.createdAt ?? now();
    await this.db.transaction(async (t) => {
      const highest = await t<JobRow>('jobs').max<{ highest: number | null }[]>('number as highest');
      const number = as.number ?? (highest[0]?.highest ?? 1000) + 1;
      await t('jobs').insert({ id, number, created_at: at, updated_at: at });
      await t('job_sections').insert(
        SECTIONS.map((section) => ({
          id: randomUUID(),
          job_id: id,
          section,
          version: 1,
          data: JSON.stringify(sections[section]),
          created_at: at,
          updated_at: at,
        })),
      );
    });
    return id;
  }

  /** Stores a section if `version` is still the stored one; otherwise nothing is written and the stored one comes back. */
  async save(jobId: string, section: SectionName, version: number, data: unknown): Promise<SaveOutcome> {
    return this.db.transaction(async (t): Promise<SaveOutcome> => {
      const at = now();
      const where = { job_id: jobId, section };
      const changed = await t('job_sections')
        .where({ ...where, version })
        .update({ data: JSON.stringify(data), version: version + 1, updated_at: at });
      const row = await t<SectionRow>('job_sections').where(where).first();
      if (!row) return { kind: 'missing' };
      if (changed === 0) return { kind: 'conflict', theirs: versioned(row) };
      await t('jobs').where({ id: jobId }).update({ updated_at: at });
      return {
        kind: 'saved',
        saved: { id: row.id, version: row.version, createdAt: row.created_at, updatedAt: row.updated_at },
      };
    });
  }
}

const versioned = (row: SectionRow) => ({
  id: row.id,
  version: row.version,
  createdAt: row.created_at,
  updatedAt: row.updated_at,
  data: JSON.parse(row.data) as unknown,
});

function toJob(job: JobRow, rows: readonly SectionRow[]): Job {
  return JobSchema.parse({
    id: job.id,
    number: job.number,
    createdAt: job.created_at,
    updatedAt: job.updated_at,
    sections: Object.fromEntries(rows.map((r) => [r.section, versioned(r)])),
  });
}
