import type { Request } from 'express';
import type * as z from 'zod';
import type { ComputeKind } from '../services/cost';

export interface FileAnswer {
  readonly type: string;
  /** name to save it under; null for what is shown and not saved */
  readonly fileName: string | null;
  readonly body: string | Uint8Array;
  /** a client that has this one already is answered 304 */
  readonly etag?: string;
}
export interface RouteRequest<B, Q = unknown> {
  readonly params: Readonly<Record<string, string>>;
  readonly query: Q;
  readonly body: B;
  /** of a route that takes a picture */
  readonly bytes: Uint8Array;
  /** name set on the device that asks; may be empty */
  readonly author: string;
  readonly signal: AbortSignal;
  readonly request: Request;
}
interface Common<B extends z.ZodType, Q extends z.ZodType> {
  readonly method: 'get' | 'post' | 'put';
  /** Express path; `:name` becomes `{name}` in OpenAPI */
  readonly path: string;
  readonly summary: string;
  readonly query?: Q;
  readonly body?: B;
  /** the body is a picture, and comes as it is */
  readonly picture?: true;
  /** bodies up to this many megabytes; 1 when nothing is said */
  readonly bodyMb?: number;
}
export interface JsonRoute<
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
> extends Common<B, Q> {
  readonly status: 200 | 201;
  readonly answer: R;
  /** what is answered was held to its contract when it was read or written: not once more for each who asks */
  readonly held?: true;
  readonly handle: (ask: RouteRequest<z.output<B>, z.output<Q>>) => Promise<z.input<R>>;
}
export interface FileRoute<B extends z.ZodType = z.ZodType, Q extends z.ZodType = z.ZodType> extends Common<
  B,
  Q
> {
  readonly contentType: string;
  readonly handle: (ask: RouteRequest<z.output<B>, z.output<Q>>) => Promise<FileAnswer>;
}
/** Read, checked, computed and written in a worker: here its body is bytes only. */
export interface ComputeRoute {
  readonly method: 'post';
  readonly path: string;
  readonly summary: string;
  readonly body: z.ZodType;
  readonly answer: z.ZodType;
  readonly compute: ComputeKind;
}
/** An answer that goes on: each event is one of server-sent events, until either side ends it. */
export interface StreamRoute<Q extends z.ZodType = z.ZodType> {
  readonly method: 'get';
  readonly path: string;
  readonly summary: string;
  readonly query: Q;
  readonly body?: undefined;
  readonly event: z.ZodType;
  /** begins to tell; what it gives back ends it */
  readonly watch: (
    ask: Pick<RouteRequest<unknown, z.output<Q>>, 'params' | 'query'>,
    out: { readonly send: (event: unknown) => void; readonly end: () => void },
  ) => Promise<() => void>;
}
export type Route = JsonRoute | FileRoute | ComputeRoute | StreamRoute;

/** One route: address, contract and work in one record. Express and the OpenAPI document are both made from the list. */
export const jsonRoute = <B extends z.ZodType, R extends z.ZodType, Q extends z.ZodType>(
  route: JsonRoute<B, R, Q>,
): Route => route;
export const fileRoute = <B extends z.ZodType, Q extends z.ZodType>(route: FileRoute<B, Q>): Route => route;
export const streamRoute = <Q extends z.ZodType>(route: StreamRoute<Q>): Route => route;
