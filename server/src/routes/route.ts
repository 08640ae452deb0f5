import type { Request } from 'express';
import type * as z from 'zod';

export interface FileAnswer {
  readonly type: string;
  readonly fileName: string;
  readonly body: string | Uint8Array;
}
export interface Ask<B> {
  readonly params: Readonly<Record<string, string>>;
  readonly body: B;
  readonly signal: AbortSignal;
  readonly request: Request;
}
interface Common<B extends z.ZodType> {
  readonly method: 'get' | 'post' | 'put';
  /** Express path; `:name` becomes `{name}` in OpenAPI */
  readonly path: string;
  readonly summary: string;
  readonly body?: B;
}
export interface JsonRoute<
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> extends Common<B> {
  readonly status: 200 | 201;
  readonly answer: R;
  readonly handle: (ask: Ask<z.output<B>>) => Promise<z.input<R>>;
}
export interface FileRoute<B extends z.ZodType = z.ZodType> extends Common<B> {
  readonly contentType: string;
  readonly handle: (ask: Ask<z.output<B>>) => Promise<FileAnswer>;
}
export type Route = JsonRoute | FileRoute;

/** One route: address, contract and work in one record. Express and the OpenAPI document are both made from the list. */
export const jsonRoute = <B extends z.ZodType, R extends z.ZodType>(route: JsonRoute<B, R>): Route => route;
export const fileRoute = <B extends z.ZodType>(route: FileRoute<B>): Route => route;
