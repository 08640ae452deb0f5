import type { Job } from '@rigger/contracts';

export interface JobRow {
  readonly id: string;
  readonly number: number;
  readonly catalogue: number | null;
  readonly archived_at: string | null;
  readonly created_at: string;
  readonly updated_at: string;
}
/** A job as it lies there; `null` where a section cannot be read as what it should be. */
export interface Stored {
  readonly row: JobRow;
  readonly job: Job | null;
  readonly fault: string | null;
}
