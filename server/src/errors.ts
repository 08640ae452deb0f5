import { ERRORS, type ApiError, type ErrorCode, type Fault } from '@rigger/contracts';

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
  body(requestId: string): { error: ApiError } {
    return { error: { code: this.code, message: this.message, requestId, ...this.extra } };
  }
}
