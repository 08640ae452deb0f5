import { ERRORS, type ApiError, type ErrorCode, type Fault } from '@rigger/contracts';

const RETRY_AFTER_S = 2;
const MOST_FAULTS = 50;

/** An answer from the error catalogue; anything else that is thrown becomes `internal` and never reaches a client. */
export class AppError extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string = ERRORS[code].meaning,
    readonly extra: { readonly faults?: Fault[]; readonly yours?: unknown; readonly theirs?: unknown } = {},
  ) {
    super(message);
  }
  get status(): number {
    return ERRORS[this.code].status;
  }
  /** seconds after which asking again makes sense; null where it does not */
  get retryAfterS(): number | null {
    return this.status === 503 ? RETRY_AFTER_S : null;
  }
  body(requestId: string): { error: ApiError } {
    const { faults, ...rest } = this.extra;
    const more = (faults?.length ?? 0) - MOST_FAULTS;
    const said =
      faults && more > 0
        ? [...faults.slice(0, MOST_FAULTS), { path: '(more)', message: `and ${more} more like these` }]
        : faults;
    return {
      error: {
        code: this.code,
        message: this.message,
        requestId,
        ...rest,
        ...(said ? { faults: said } : {}),
      },
    };
  }
}
