import { GivenQuotesSchema, type GivenQuote, type QuotePaper } from '@rigger/contracts';
import type { Knex } from 'knex';
import { writeTransaction } from './write-transaction';

interface QuoteRow {
  readonly id: string;
  readonly job_id: string;
  readonly revision: number;
  readonly author: string;
  readonly paper: string;
  readonly created_at: string;
  readonly updated_at: string;
}

/** What was given to customers: each quote as it was, none written over. */
export class QuotesStore {
  constructor(private readonly db: Knex) {}

  /** Keeps a quote as the next revision of its job. `id`: made by whoever gives it, who may ask again when the first answer was
   *  lost. */
  async give(
    jobId: string,
    paper: QuotePaper,
    as: { readonly author: string; readonly id: string },
  ): Promise<void> {
    await writeTransaction(this.db, async (t) => {
      if (!(await t<QuoteRow>('quotes').where({ id: as.id }).first('id')))
        await this.giveIn(t, jobId, paper, as);
    });
  }
  /** The same inside a transaction that is under way. */
  async giveIn(
    t: Knex.Transaction,
    jobId: string,
    paper: QuotePaper,
    { author, id }: { readonly author: string; readonly id: string },
  ): Promise<void> {
    const last = await t<QuoteRow>('quotes')
      .where({ job_id: jobId })
      .max<{ n: number | null }[]>('revision as n');
    const revision = (last[0]?.n ?? 0) + 1;
    const at = new Date().toISOString();
    await t<QuoteRow>('quotes').insert({
      id,
      job_id: jobId,
      revision,
      author,
      paper: JSON.stringify({ ...paper, revision }),
      created_at: at,
      updated_at: at,
    });
  }
  /** All that were given of a job, the newest first. */
  async of(jobId: string): Promise<GivenQuote[]> {
    const rows = await this.db<QuoteRow>('quotes').where({ job_id: jobId }).orderBy('revision', 'desc');
    return GivenQuotesSchema.parse({
      quotes: rows.map((r) => ({
        revision: r.revision,
        at: r.created_at,
        author: r.author,
        paper: JSON.parse(r.paper) as unknown,
      })),
    }).quotes;
  }
}
