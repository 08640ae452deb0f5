import * as z from 'zod';

/** The one error catalogue: code, HTTP status, meaning. Docs and tests are held to this list. */
export const ERRORS = {
  'body-not-json': { status: 400, meaning: 'The body could not be read as JSON.' },
  'body-too-large': { status: 413, meaning: 'The body is larger than the route takes.' },
  'entry-invalid': {
    status: 400,
    meaning: 'One or more values are outside what the route takes; each is named with its path.',
  },
  'file-invalid': {
    status: 422,
    meaning: 'The file is not a job this version can read; each fault is named with its path.',
  },
  'job-not-found': { status: 404, meaning: 'No job has this id.' },
  'job-unreadable': {
    status: 422,
    meaning:
      'The stored job cannot be read; what is wrong with it is in the message. The other jobs are not touched.',
  },
  'photo-not-found': { status: 404, meaning: 'There is no such photograph here.' },
  'photo-unreadable': {
    status: 422,
    meaning: 'This is no picture that can be read: JPEG, PNG or WebP, whole, of at most 60 million pixels.',
  },
  'revision-not-found': { status: 404, meaning: 'The job has no such revision.' },
  'quote-not-found': { status: 404, meaning: 'No quote of this revision was given on the job.' },
  'quote-not-ready': {
    status: 409,
    meaning:
      'A quote is given when something is chosen and its last day is named and not past; the message says what is missing.',
  },
  'backup-not-found': { status: 404, meaning: 'There is no backup of this name.' },
  'backup-sealed': {
    status: 403,
    meaning: 'The backup is sealed; this passphrase does not open it, or a byte of it was changed.',
  },
  'backup-unreadable': { status: 422, meaning: 'The file is no backup that this version can read.' },
  'state-not-found': { status: 404, meaning: 'The catalogue never had this state.' },
  'import-invalid': {
    status: 422,
    meaning:
      'The files are no catalogue this version can read; each fault is named with file and path. Nothing was changed.',
  },
  'route-not-found': { status: 404, meaning: 'The server has no such address.' },
  'asset-not-found': { status: 404, meaning: 'The file asked for is not part of the application.' },
  'method-not-allowed': { status: 405, meaning: 'The address takes other methods only; they are in Allow.' },
  'address-unreadable': { status: 400, meaning: 'The address holds an escape that is no text.' },
  'body-encoding': {
    status: 415,
    meaning: 'Bodies are taken as JSON in UTF-8, plain or compressed by gzip, deflate or brotli.',
  },
  'body-broken': {
    status: 400,
    meaning: 'The body could not be taken apart: it is broken off or not what its head says.',
  },
  'range-not-served': { status: 416, meaning: 'The part of the file that was asked for does not exist.' },
  'precondition-failed': { status: 412, meaning: 'The file is not the version that was asked for.' },
  'host-not-allowed': {
    status: 421,
    meaning: 'The server does not answer under this name; the allowed ones are in RIGGER_HOSTS.',
  },
  'origin-not-allowed': { status: 403, meaning: 'Only pages of this server may write to it.' },
  'too-costly': {
    status: 422,
    meaning: 'The request asks for more than one answer may cost; the message says how much less would do.',
  },
  'took-too-long': {
    status: 503,
    meaning: 'The work was stopped at its time limit; ask for less, or again later.',
  },
  'store-busy': {
    status: 503,
    meaning: 'Another program holds the database; nothing was saved, try again shortly.',
  },
  'store-failed': {
    status: 507,
    meaning: 'The database could not be written; nothing was saved. The server log says why.',
  },
  'store-moved': {
    status: 507,
    meaning:
      'The database file is no longer in its place, so nothing is saved. Put it back, or restore a backup, and start the server again.',
  },
  'shutting-down': { status: 503, meaning: 'The server is being stopped; try again when it is back.' },
  'starting-up': { status: 503, meaning: 'The server is opening the shop’s file; try again shortly.' },
  'version-conflict': {
    status: 409,
    meaning: 'Somebody saved a newer version; both are in the answer and nothing was overwritten.',
  },
  'vehicle-missing': { status: 409, meaning: 'The sheet needs a vehicle; the job has none yet.' },
  'entry-unreadable': {
    status: 409,
    meaning:
      'Something in the job cannot be read, so a value that nobody meant would be printed; each is named. Correct it, then print.',
  },
  'tire-missing': { status: 409, meaning: 'The calibration card needs a tyre; the job has none yet.' },
  'answer-out-of-range': {
    status: 422,
    meaning:
      'With these values a figure of the answer is beyond what it can mean; each is named with its path.',
  },
  'too-busy': { status: 503, meaning: 'Too much is waiting; try again after the time in Retry-After.' },
  internal: {
    status: 500,
    meaning: 'Something went wrong on the server; it is in the server log under the request id.',
  },
} as const satisfies Record<string, { status: number; meaning: string }>;
export type ErrorCode = keyof typeof ERRORS;

export const FaultSchema = z.strictObject({ path: z.string(), message: z.string() });
export type Fault = z.infer<typeof FaultSchema>;
export const ErrorSchema = z
  .strictObject({
    error: z.strictObject({
      code: z.enum(Object.keys(ERRORS) as [ErrorCode, ...ErrorCode[]]),
      message: z.string(),
      requestId: z.string(),
      faults: z.array(FaultSchema).optional(),
      /** for version-conflict: what the client sent and what is stored */
      yours: z.unknown().optional(),
      theirs: z.unknown().optional(),
    }),
  })
  .meta({ id: 'Error' });
export type ApiError = z.infer<typeof ErrorSchema>['error'];

/** Faults of a parse, one per place, with a readable path such as `sections.brief.payloadKg`. */
export function faultsOf(error: z.ZodError): Fault[] {
  return error.issues.flatMap((issue): Fault[] => {
    const path = pathText(issue.path);
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map((key) => ({
        path: path === '' ? key : `${path}.${key}`,
        message: 'is not a field of this record',
      }));
    return [{ path: path === '' ? '(whole file)' : path, message: issue.message }];
  });
}
export const pathText = (path: readonly PropertyKey[]): string =>
  path.map((p, i) => (typeof p === 'number' ? `[${p}]` : `${i === 0 ? '' : '.'}${String(p)}`)).join('');
