import {
  faultsOf,
  jobFileOf,
  JobFileSchema,
  MOST_QUOTES,
  type Board,
  type BoardRow,
  type GivenQuote,
  type QuotePaper,
  type Job,
  type JobAnswer,
  type JobFile,
  type Revision,
  type RevisionData,
  type Saved,
} from '@rigger/contracts';
import {
  differences,
  emptySections,
  lacksOf,
  SECTIONS,
  type JobSections,
  type SectionName,
  type Stage,
} from '@rigger/core';
import { notReady } from '@rigger/wording';
import { randomUUID } from 'node:crypto';
import { AppError } from '../errors';
import type { BoardQuery, BoardStore } from '../store/board-store';
import type { By, JobsStore } from '../store/jobs-store';
import type { QuotesStore } from '../store/quotes-store';
import type { Catalogues } from './catalogues';
import type { Live } from './live';

/** The bare sections of a stored job. */
export const sectionsOf = (job: Pick<Job, 'sections'>): JobSections =>
  Object.fromEntries(SECTIONS.map((s) => [s, job.sections[s].data])) as unknown as JobSections;

/** The board's row of a job, said with the newest catalogue. */
export function boardRow(job: Job, catalogues: Catalogues): BoardRow {
  const sections = sectionsOf(job);
  const { head, vehicle, tire } = sections;
  const { catalogue } = catalogues.now;
  const platform = catalogue.platforms.find((p) => p.code === vehicle.platform);
  const item = catalogue.tires.find((t) => t.code === tire.tireCode);
  return {
    id: job.id,
    number: job.number,
    customer: head.customer,
    trade: head.trade,
    stage: head.stage,
    promiseDate: head.promiseDate,
    vehicle: platform ? [platform.label, vehicle.year].filter(Boolean).join(' ') : vehicle.query,
    target: item?.size ?? tire.targetSize,
    lacks: lacksOf(sections, catalogue),
    archived: job.archivedAt !== null,
    unreadable: null,
    updatedAt: job.updatedAt,
  };
}

const ON_THE_FLOOR: readonly Stage[] = ['parts', 'bay'];
/** What can be done with jobs, apart from how they are asked for. */
export class JobsService {
  constructor(
    private readonly store: JobsStore,
    private readonly rows: BoardStore,
    private readonly quotes: QuotesStore,
    private readonly catalogues: Catalogues,
    private readonly live: Live,
  ) {}

  board(query: BoardQuery): Promise<Board> {
    return this.rows.page(query);
  }
  /** the latest of which something came on a platform */
  came(platform: string, most: number): Promise<string[]> {
    return this.rows.came(platform, most);
  }
  /** Jobs that take something of the shop: agreed or about to be. One that cannot be read is left out; the board says so. */
  async onTheFloor(): Promise<readonly Job[]> {
    const ids = await this.rows.inStages(ON_THE_FLOOR);
    const found = await Promise.all(ids.map((id) => this.store.find(id)));
    return found.flatMap((f) => f?.job ?? []);
  }
  async find(id: string): Promise<Job> {
    const found = await this.store.find(id);
    if (!found) throw new AppError('job-not-found');
    if (!found.job)
      throw new AppError('job-unreadable', `Job ${found.row.number} cannot be read: ${found.fault ?? ''}`);
    return found.job;
  }
  /** A job with the state of the catalogue that it counts with. While nothing it uses has changed that is the newest one; else the
   *  one it was computed with, until a person takes the changes over. */
  async answer(id: string): Promise<JobAnswer> {
    const job = await this.find(id);
    const changes = await this.catalogues.since(job.catalogue, sectionsOf(job));
    return {
      ...job,
      catalogue: changes.length === 0 ? this.catalogues.now.number : (job.catalogue ?? 0),
      changes: changes.map(({ kind, code, before, after }) => ({
        kind,
        code,
        fields: before === null || after === null ? [] : differences(before, after),
        gone: after === null,
      })),
    };
  }
  /** `id`: made by whoever asks, who may ask again when the first answer was lost. */
  async create(customer: string, by: By, id?: string): Promise<JobAnswer> {
    if (id !== undefined && (await this.store.find(id))) return this.answer(id);
    return this.add(emptySections(customer), by, id);
  }
  private async add(
    sections: JobSections,
    by: By,
    id?: string,
    also?: Parameters<JobsStore['create']>[3],
  ): Promise<JobAnswer> {
    const { number } = this.catalogues.now;
    const as = { catalogue: number === 0 ? null : number, ...(id === undefined ? {} : { id }) };
    return this.answer(await this.store.create(sections, by, as, also));
  }
  async save(id: string, section: SectionName, version: number, data: unknown, by: By): Promise<Saved> {
    const r = await this.store.save(id, section, version, data, by);
    if (r.kind === 'missing') throw new AppError('job-not-found');
    if (r.kind === 'conflict')
      throw new AppError('version-conflict', undefined, { yours: { version, data }, theirs: r.theirs });
    this.live.tell(id, { kind: 'saved', section, version: r.saved.version, author: by.author });
    return r.saved;
  }
  async archive(id: string, away: boolean): Promise<JobAnswer> {
    if (!(await this.store.archive(id, away))) throw new AppError('job-not-found');
    this.live.tell(id, { kind: 'job' });
    return this.answer(id);
  }
  /** Takes over what changed in the catalogue. */
  async takeOver(id: string): Promise<JobAnswer> {
    const { number } = this.catalogues.now;
    if (number > 0 && !(await this.store.pin(id, number))) throw new AppError('job-not-found');
    this.live.tell(id, { kind: 'job' });
    return this.answer(id);
  }
  async history(id: string): Promise<{ revisions: Revision[] }> {
    const revisions = await this.store.history(id);
    if (!revisions) throw new AppError('job-not-found');
    return { revisions };
  }
  async revision(id: string, revision: string): Promise<RevisionData> {
    const found = await this.store.revision(id, revision);
    if (!found) throw new AppError('revision-not-found');
    return found;
  }
  async file(id: string, at: Date): Promise<JobFile> {
    const job = await this.find(id);
    const papers = (await this.quotes.of(id)).map((q) => q.paper).reverse();
    return jobFileOf({ number: job.number, sections: sectionsOf(job) }, papers, at);
  }
  /** Reads a job file as a new job; a bad file is refused with the path of each fault and nothing is stored. */
  async read(file: unknown, by: By): Promise<JobAnswer> {
    const parsed = JobFileSchema.safeParse(file);
    if (!parsed.success) throw new AppError('file-invalid', undefined, { faults: faultsOf(parsed.error) });
    const { sections, quotes } = parsed.data;
    return this.add(sections, { ...by, why: 'file' }, undefined, async (t, id) => {
      for (const paper of quotes)
        await this.quotes.giveIn(t, id, paper, { author: by.author, id: randomUUID() });
    });
  }
  /** the quotes that were given, the newest first */
  async given(id: string): Promise<{ quotes: GivenQuote[] }> {
    await this.find(id);
    return { quotes: await this.quotes.of(id) };
  }
  async paper(id: string, revision: string): Promise<QuotePaper> {
    const found = (await this.given(id)).quotes.find((q) => String(q.revision) === revision);
    if (!found) throw new AppError('quote-not-found');
    return found.paper;
  }
  /** Keeps a quote as it is given; what has no last day, or nothing in it, is none. */
  async give(
    id: string,
    paper: QuotePaper,
    as: { readonly author: string; readonly id: string },
  ): Promise<{ quotes: GivenQuote[] }> {
    const had = (await this.quotes.of(id)).length;
    const missing = [
      ...(had >= MOST_QUOTES ? [`${MOST_QUOTES} quotes are the most that a job keeps.`] : []),
      ...notReady(paper),
    ];
    if (missing.length > 0) throw new AppError('quote-not-ready', missing.join(' '));
    await this.quotes.give(id, paper, as);
    this.live.tell(id, { kind: 'job' });
    return this.given(id);
  }
}
