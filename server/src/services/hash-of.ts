import { createHash } from 'node:crypto';

/** A short name that two values share only where they are the same. */
export const hashOf = (value: unknown): string =>
  createHash('sha256').update(JSON.stringify(value)).digest('base64');
