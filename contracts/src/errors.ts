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
  'route-not-found': { status: 404, meaning: 'The server has no such address.' },
  'asset-not-found': { status: 404, meaning: 'The file asked for is not part of the application.' },
  'version-conflict': {
    status: 409,
    meaning: 'Somebody saved a newer version; both are in the answer and nothing was overwritten.',
  },
  'vehicle-missing': { status: 409, meaning: 'The sheet needs a vehicle; the job has none yet.' },
  'tire-missing': { status: 409, meaning: 'The calibration card needs a tyre; the job has none yet.' },
  'answer-out-of-range': {
    status: 422,
    meaning:
      'With these values a figure of the answer is beyond what it can mean; each is named with its path.',
  },
  'too-busy': { status: 503, meaning: 'The sheet printer has too much waiting; try again shortly.' },
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
