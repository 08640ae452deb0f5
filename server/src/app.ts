import { faultsOf, type ErrorCode } from '@rigger/contracts';
import { once } from '@rigger/core';
import compression from 'compression';
import express, {
  type ErrorRequestHandler,
  type Express,
  type Request,
  type RequestHandler,
  type Response,
} from 'express';
import helmet from 'helmet';
import { isUtf8 } from 'node:buffer';
import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { extname, join } from 'node:path';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import { AppError } from './errors';
import { openApiDocument } from './routes/openapi';
import type { ComputeRoute, FileRoute, JsonRoute, Route, StreamRoute } from './routes/route';
import { apiRoutes, type RouteDeps } from './routes/routes';
import { guard, type Guarded } from './services/guard';
import { sqliteCode, storeFaultOf } from './store/store-fault';

export interface AppOptions extends RouteDeps, Guarded {
  /** folder of the built web application; without it only the API is served */
  readonly webRoot?: string | undefined;
  readonly logLevel?: string | undefined;
}
const MB = 1024 * 1024;
const BODY_MB = 1;
const NONCE_BYTES = 16;
const MOST_OF_A_NAME = 80;
const NOT_FOUND = 404;
/** how long a screen waits before it asks again for what it is told, ms */
const COME_BACK_MS = 3000;
const BEAT_MS = 20_000;

/** The whole server as one Express application. */
export function createApp(options: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', false); // only what has a state of its own is asked for again by it
  app.use(logging(options.logLevel));
  app.use((_req, res, next) => {
    (res.locals as Locals).nonce = randomBytes(NONCE_BYTES).toString('base64');
    next();
  });
  app.use(helmet(POLICY));
  app.use(guard(options));
  // below this the deflate thread costs more than the bytes it saves (npm run bench)
  app.use(compression({ threshold: '32kb' }));
  app.use('/api', (_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store'); // what customers said stays out of every cache
    next();
  });

  const routes = apiRoutes(options);
  for (const route of routes) mount(app, route, options);
  const document = JSON.stringify(openApiDocument(routes));
  app.get('/api/openapi.json', (_req, res) => {
    res.type('json').send(document);
  });
  for (const path of new Set([...routes.map((r) => r.path), '/api/openapi.json']))
    app.all(path, (_req, res) => {
      const methods = routes.filter((r) => r.path === path).map((r) => r.method.toUpperCase());
      res.setHeader('Allow', [...new Set([...(methods.length > 0 ? methods : ['GET']), 'HEAD'])].join(', '));
      throw new AppError('method-not-allowed');
    });
  app.use('/api', () => {
    throw new AppError('route-not-found');
  });
  if (options.webRoot) serveWeb(app, options.webRoot);
  app.use((req, res) => {
    if (req.method === 'GET' || req.method === 'HEAD') throw new AppError('asset-not-found');
    res.setHeader('Allow', 'GET, HEAD');
    throw new AppError('method-not-allowed');
  });
  app.use(onError);
  return app;
}
interface Locals {
  nonce: string;
}
const POLICY = {
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      'default-src': ["'none'"],
      'script-src': ["'self'"],
      'style-src': [
        "'self'",
        (_req: IncomingMessage, res: ServerResponse) =>
          `'nonce-${((res as Response).locals as Locals).nonce}'`,
      ],
      'img-src': ["'self'", 'data:'],
      'font-src': ["'self'"],
      'connect-src': ["'self'"],
      'worker-src': ["'self'"],
      'frame-ancestors': ["'none'"],
      'base-uri': ["'self'"],
      'form-action': ["'self'"],
    },
  },
  strictTransportSecurity: false,
};

function logging(level = 'info'): RequestHandler {
  return pinoHttp({
    logger: pino({ level }),
    genReqId: () => randomUUID(),
    serializers: {
      req: (r: { method: string; url: string; id: string }) => ({ id: r.id, method: r.method, url: r.url }),
      res: (r: { statusCode: number }) => ({ status: r.statusCode }),
      // an error of the database carries its statement with every value in it: what customers said stays out of the log
      err: (e: Error & { code?: unknown }) =>
        sqliteCode(e)
          ? { type: 'SqliteError', code: e.code }
          : { type: e.name, message: e.message, stack: e.stack },
    },
  });
}

const json = (mb: number): RequestHandler =>
  express.json({
    limit: mb * MB,
    // the parser gives what is thrown a status of its own, so it is a plain error with its type
    verify(_req, _res, bytes) {
      if (!isUtf8(bytes)) throw Object.assign(new Error('no UTF-8'), { type: 'text.broken' });
      // JSON's own way to another prototype: no field of ours is called so, and it would be dropped without a word
      if (bytes.includes('__proto__') && /"__proto__"\s*:/.test(bytes.toString()))
        throw Object.assign(new Error('no field'), { type: 'field.proto' });
    },
  });
function authorOf(req: Request): string {
  const said = req.headers['x-rigger-author'];
  if (typeof said !== 'string') return '';
  try {
    return decodeURIComponent(said).trim().slice(0, MOST_OF_A_NAME);
  } catch {
    return '';
  }
}
const goneSignal = (res: Response): AbortSignal => {
  const abort = new AbortController();
  res.on('close', () => {
    if (!res.writableFinished) abort.abort();
  });
  return abort.signal;
};

function mount(app: Express, route: Route, deps: RouteDeps): void {
  if ('compute' in route) {
    mountCompute(app, route, deps);
    return;
  }
  if ('event' in route) {
    mountStream(app, route);
    return;
  }
  const mb = route.bodyMb ?? BODY_MB;
  const parsers = route.picture
    ? [express.raw({ limit: mb * MB, type: () => true, inflate: false })]
    : route.body
      ? [json(mb)]
      : [];
  app[route.method](route.path, ...parsers, (req, res) => answer(route, req, res));
}
async function answer(route: JsonRoute | FileRoute, req: Request, res: Response): Promise<void> {
  const query = route.query?.safeParse(req.query);
  if (query && !query.success)
    throw new AppError('entry-invalid', undefined, { faults: faultsOf(query.error) });
  const body = route.body?.safeParse(req.body);
  if (body && !body.success) throw new AppError('entry-invalid', undefined, { faults: faultsOf(body.error) });
  const ask = {
    params: req.params as Record<string, string>,
    query: query?.data,
    body: body?.data,
    bytes: Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0),
    author: authorOf(req),
    signal: goneSignal(res),
    request: req,
  };
  if ('answer' in route) {
    const said = await route.handle(ask);
    res.status(route.status).json(route.held ? said : route.answer.parse(said));
    return;
  }
  const file = await route.handle(ask);
  if (file.etag) {
    res.setHeader('ETag', file.etag);
    res.setHeader('Cache-Control', 'private, no-cache');
    if (req.fresh) {
      res.status(304).end();
      return;
    }
  }
  res.type(file.type);
  if (file.fileName !== null) res.attachment(file.fileName).type(file.type);
  res.send(typeof file.body === 'string' ? file.body : Buffer.from(file.body));
}
/** Server-sent events. A line without meaning goes by now and then, so that whoever is gone is noticed. */
function mountStream(app: Express, route: StreamRoute): void {
  app.get(route.path, async (req, res) => {
    const query = route.query.safeParse(req.query);
    if (!query.success) throw new AppError('entry-invalid', undefined, { faults: faultsOf(query.error) });
    // whoever leaves while the job is looked up is gone as well
    const closed = new Promise((gone) => res.once('close', gone));
    const head = once(() => {
      res.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' });
      res.write(`retry: ${COME_BACK_MS}\n\n`);
    });
    const write = (text: string) => {
      head();
      res.write(text);
    };
    const stop = await route.watch(
      { params: req.params as Record<string, string>, query: query.data },
      {
        send: (event) => {
          write(`data: ${JSON.stringify(event)}\n\n`);
        },
        end: () => {
          res.end();
        },
      },
    );
    head();
    const beat = setInterval(() => {
      write(':\n\n');
    }, BEAT_MS);
    void closed.then(() => {
      clearInterval(beat);
      stop();
    });
  });
}
/** Admission before the body is read: what cannot be taken costs neither memory nor parsing. */
function mountCompute(app: Express, route: ComputeRoute, { computer }: RouteDeps): void {
  const client = (req: Request) => req.socket.remoteAddress ?? '';
  app.post(
    route.path,
    (req, res, next) => {
      if (computer.admits(client(req))) {
        next();
        return;
      }
      res.setHeader('Connection', 'close');
      throw new AppError('too-busy');
    },
    express.raw({ limit: BODY_MB * MB, type: () => true }),
    async (req, res) => {
      if (req.headers['content-type'] && !req.is('json')) throw new AppError('body-encoding');
      const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
      res.type('json').send(await computer.compute(route.compute, bytes, client(req), goneSignal(res)));
    },
  );
}

/** What Express and its parsers throw, by their own names. */
const BY_TYPE: Readonly<Record<string, ErrorCode>> = {
  'entity.parse.failed': 'body-not-json',
  'entity.too.large': 'body-too-large',
  'encoding.unsupported': 'body-encoding',
  'charset.unsupported': 'body-encoding',
  'text.broken': 'body-encoding',
  'request.size.invalid': 'body-broken',
  'request.aborted': 'body-broken',
};
const BY_STATUS: Readonly<Record<number, ErrorCode>> = {
  400: 'body-broken',
  403: 'asset-not-found',
  404: 'asset-not-found',
  412: 'precondition-failed',
  413: 'body-too-large',
  415: 'body-encoding',
  416: 'range-not-served',
};
/** Faults of parsers, of the store and unknown throws as errors of the catalogue; driver messages stay here. */
function asAppError(error: unknown): AppError {
  if (error instanceof AppError) return error;
  const { type, status, code } = (error ?? {}) as { type?: string; status?: number; code?: string };
  if (type === 'field.proto') return new AppError('entry-invalid', 'No field is called __proto__.');
  if (error instanceof URIError) return new AppError('address-unreadable');
  const store = storeFaultOf(error);
  if (store) return new AppError(store === 'locked' ? 'store-busy' : 'store-failed');
  // the one connection is held longer than anybody waits: a restore of a large shop is under way
  if (error instanceof Error && error.name === 'KnexTimeoutError') return new AppError('store-busy');
  if (code === 'ENOSPC') return new AppError('store-failed');
  if (code?.startsWith('Z_')) return new AppError('body-broken');
  const known = BY_TYPE[type ?? ''] ?? (status === undefined ? undefined : BY_STATUS[status]);
  return new AppError(known ?? 'internal');
}
const onError: ErrorRequestHandler = (error: unknown, req, res, next) => {
  if (res.headersSent) {
    next(error);
    return;
  }
  if (res.destroyed || req.socket.destroyed) {
    // whoever asked is gone: nobody hears an answer, and nothing failed
    req.log.info('the client went away');
    res.destroy();
    return;
  }
  const known = asAppError(error);
  if (known.status >= 500) req.log.error({ err: error }, 'request failed');
  const { retryAfterS } = known;
  if (retryAfterS !== null) res.setHeader('Retry-After', String(retryAfterS));
  res.status(known.status).json(known.body(typeof req.id === 'string' ? req.id : ''));
};

/** Addresses of the web application; another one gets the same page, which says so, as not found. */
const VIEWS = /^\/(?:$|counter$|week$|buyer$|jobs\/[^/]+(?:\/[a-z-]+)?$|shop(?:\/[a-z-]+)?$)/;
function serveWeb(app: Express, webRoot: string): void {
  const index = join(webRoot, 'index.html');
  if (!existsSync(index)) throw new Error(`no built web application in ${webRoot}: run npm run build`);
  const page = readFileSync(index, 'utf8');
  app.use(
    express.static(webRoot, {
      index: false,
      setHeaders(res, file) {
        if (/-[A-Z0-9]{8}\.(js|css|woff2)$/.test(file))
          res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
        else res.setHeader('Cache-Control', 'no-cache');
      },
    }),
  );
  app.get('/{*path}', (req, res) => {
    if (extname(req.path) !== '') throw new AppError('asset-not-found');
    res.setHeader('Cache-Control', 'no-cache');
    if (!VIEWS.test(req.path)) res.status(NOT_FOUND);
    res
      .type('html')
      .send(page.replace('<app-root', `<app-root ngCspNonce="${(res.locals as Locals).nonce}"`));
  });
}
