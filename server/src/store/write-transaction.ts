import type { Knex } from 'knex';
import { setTimeout as pause } from 'node:timers/promises';
import { storeFaultOf } from './store-fault';

/** marks the file as ours (SQLite's `application_id`): "RIGR" */
export const APPLICATION_ID = 0x52494752;
/** how long a write waits for another process to let go, ms */
const PATIENCE_MS = 3000;
const RETRY_MS = 40;

/** Tries again while another process holds the file; the event loop stays free meanwhile. */
export async function whenFree<T>(work: () => Promise<T>, patienceMs = PATIENCE_MS): Promise<T> {
  const until = Date.now() + patienceMs;
  for (;;)
    try {
      return await work();
    } catch (error) {
      if (storeFaultOf(error) !== 'locked' || Date.now() > until) throw error;
      await pause(RETRY_MS);
    }
}
export type Store = Knex;
export type Transaction = Knex.Transaction;

/** A transaction that holds the write lock from its first word: one that reads first and writes later can be refused in the
 *  middle when two servers share a file. */
export function writeTransaction<T>(db: Knex, work: (t: Knex.Transaction) => Promise<T>): Promise<T> {
  return whenFree(() =>
    db.transaction(async (t) => {
      await t.raw(`PRAGMA application_id = ${APPLICATION_ID}`);
      return work(t);
    }),
  );
}
