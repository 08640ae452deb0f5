import { faultsOf } from '@rigger/contracts';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type Response } from 'express';
import helmet from 'helmet';
import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { extname, join } from 'node:path';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import { AppError } from './errors';
import { openApiDocument } from './routes/openapi';
import type { Route } from './routes/route';
import { apiRoutes, type RouteDeps } from './routes/routes';

export interface AppOptions extends RouteDeps {
  /** folder of the built web application; without it only the API is served */
  readonly webRoot?: string | undefined;
  readonly logLevel?: string | undefined;
}
const BODY_LIMIT = '1mb';
const NONCE_BYTES = 16;

/** The whole server as one Express application. */
export function createApp(options: AppOptions): Express {
  const app = express();
  const logger = pino({ level: options.logLevel ?? 'info' });
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      genReqId: () => randomUUID(),
      serializers: {
        req: (r: { method: string; url: string; id: string }) => ({ id: r.id, method: r.method, url: r.url }),
        res: (r: { statusCode: number }) => ({ status: r.statusCode }),
      },
    }),
  );
  app.use((_req, res, next) => {
    (res.locals as Locals).nonce = randomBytes(NONCE_BYTES).toString('base64');
    next();
  });
  app.use(
    helmet({
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
    }),
  );
  // below this the deflate thread costs more than the bytes it saves (npm run bench)
  app.use(compression({ threshold: '8kb' }));
  app.use(express.json({ limit: BODY_LIMIT }));

  const routes = apiRoutes(options);
  for (const route of routes) mount(app, route);
  const document = openApiDocument(routes);
  app.get('/api/openapi.json', (_req, res) => {
    res.json(document);
  });
  app.use('/api', () => {
    throw new AppError('route-not-found');
  });
  if (options.webRoot) serveWeb(app, options.webRoot);

  const onError: ErrorRequestHandler = (error: unknown, req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    const known = asAppError(error);
    if (known.status >= 500) req.log.error({ err: error }, 'request failed');
    res.status(known.status).json(known.body(typeof req.id === 'string' ? req.id : ''));
  };
  app.use(onError);
  return app;
}
interface Locals {
  nonce: string;
}

function mount(app: Express, route: Route): void {
  app[route.method](route.path, async (req, res) => {
    const abort = new AbortController();
    res.on('close', () => {
      if (!res.writableFinished) abort.abort();
    });
    const body = route.body?.safeParse(req.body);
    if (body && !body.success)
      throw new AppError('entry-invalid', undefined, { faults: faultsOf(body.error) });
    const ask = {
      params: req.params as Record<string, string>,
      body: body?.data,
      signal: abort.signal,
      request: req,
    };
    if ('answer' in route) {
      const answer = route.answer.safeParse(await route.handle(ask));
      // what is computed from a client's values can leave every sensible range: that is said, with the figure's name
      if (!answer.success && route.body && route.path.startsWith('/api/compute/'))
        throw new AppError('answer-out-of-range', undefined, { faults: faultsOf(answer.error) });
      if (!answer.success) throw answer.error;
      res.status(route.status).json(answer.data);
      return;
    }
    const file = await route.handle(ask);
    res
      .type(file.type)
      .attachment(file.fileName)
      .send(typeof file.body === 'string' ? file.body : Buffer.from(file.body));
  });
}

/** Body-parser faults and unknown throws as errors of the catalogue; driver messages stay here. */
function asAppError(error: unknown): AppError {
  if (error instanceof AppError) return error;
  const type = (error as { type?: unknown } | null)?.type;
  if (type === 'entity.parse.failed') return new AppError('body-not-json');
  if (type === 'entity.too.large')
    return new AppError('body-too-large', `The body is larger than ${BODY_LIMIT}.`);
  return new AppError('internal');
}

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
      },
    }),
  );
  app.get('/{*path}', (req, res) => {
    if (extname(req.path) !== '') throw new AppError('asset-not-found');
    res.setHeader('Cache-Control', 'no-cache');
    res
      .type('html')
      .send(page.replace('<app-root', `<app-root ngCspNonce="${(res.locals as Locals).nonce}"`));
  });
}
