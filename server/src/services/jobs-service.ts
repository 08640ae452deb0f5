import {
  faultsOf,
  JOB_FILE_VERSION,
  JobFileSchema,
  type BoardRow,
  type Job,
  type JobFile,
  type Saved,
} from '@rigger/contracts';
import {
  emptySections,
  lacksOf,
  SECTIONS,
  type Catalogue,
  type JobSections,
  type SectionName,
} from '@rigger/core';
import { AppError } from '../errors';
import type { JobsStore } from '../store/jobs-store';

/** The bare sections of a stored job. */
export const sectionsOf = (job: Job): JobSections =>
  Object.fromEntries(SECTIONS.map((s) => [s, job.sections[s].data])) as unknown as JobSections;

/** What can be done with jobs, apart from how they are asked for. */
export class JobsService {
  constructor(
    private readonly store: JobsStore,
    private readonly catalogue: Catalogue,
  ) {}

  async board(): Promise<{ jobs: BoardRow[] }> {
    return { jobs: (await this.store.all()).map((job) => this.row(job)) };
  }
  private row(job: Job): BoardRow {
    const sections = sectionsOf(job);
    const { head, vehicle, tire } = sections;
    const platform = this.catalogue.platforms.find((p) => p.code === vehicle.platform);
    const item = this.catalogue.tires.find((t) => t.code === tire.tireCode);
    return {
      id: job.id,
      number: job.number,
      customer: head.customer,
      trade: head.trade,
      stage: head.stage,
      promiseDate: head.promiseDate,
      vehicle: platform ? [platform.label, vehicle.year].filter(Boolean).join(' ') : vehicle.query,
      target: item?.size ?? tire.targetSize,
      lacks: [...lacksOf(sections, this.catalogue)],
      updatedAt: job.updatedAt,
    };
  }
  async find(id: string): Promise<Job> {
    const job = await this.store.find(id);
    if (!job) throw new AppError('job-not-found');
    return job;
  }
  async create(customer: string): Promise<Job> {
    return this.find(await this.store.create(emptySections(customer)));
  }
  async save(id: string, section: SectionName, version: number, data: unknown): Promise<Saved> {
    const r = await this.store.save(id, section, version, data);
    if (r.kind === 'missing') throw new AppError('job-not-found');
    if (r.kind === 'conflict')
      throw new AppError('version-conflict', undefined, { yours: { version, data }, theirs: r.theirs });
    return r.saved;
  }
  async file(id: string, at: Date): Promise<JobFile> {
    const job = await this.find(id);
    return {
      format: 'apt-rigger-job',
      version: JOB_FILE_VERSION,
      savedAt: at.toISOString(),
      number: job.number,
      sections: sectionsOf(job) as JobFile['sections'],
    };
  }
  /** Reads a job file as a new job; a bad file is refused with the path of each fault and nothing is stored. */
  async read(file: unknown): Promise<Job> {
    const parsed = JobFileSchema.safeParse(file);
    if (!parsed.success) throw new AppError('file-invalid', undefined, { faults: faultsOf(parsed.error) });
    return this.find(await this.store.create(parsed.data.sections));
  }
}
