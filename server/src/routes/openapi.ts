import { ErrorSchema } from '@rigger/contracts';
import { createDocument } from 'zod-openapi';
import type { Route } from './route';

/** OpenAPI 3.1 from the very records that Express serves. */
export function openApiDocument(routes: readonly Route[]) {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const r of routes) {
    const path = openApiPath(r.path);
    const names = [...r.path.matchAll(/:(\w+)/g)].map((m) => m[1]);
    paths[path] = {
      ...paths[path],
      [r.method]: {
        summary: r.summary,
        parameters: names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
        ...(!('compute' in r) && r.query ? { requestParams: { query: r.query } } : {}),
        ...('picture' in r
          ? {
              requestBody: {
                required: true,
                content: { 'image/*': { schema: { type: 'string', format: 'binary' } } },
              },
            }
          : {}),
        ...(r.body
          ? { requestBody: { required: true, content: { 'application/json': { schema: r.body } } } }
          : {}),
        responses: {
          ...('answer' in r
            ? {
                ['status' in r ? r.status : 200]: {
                  description: r.summary,
                  content: { 'application/json': { schema: r.answer } },
                },
              }
            : {
                200:
                  'event' in r
                    ? { description: r.summary, content: { 'text/event-stream': { schema: r.event } } }
                    : {
                        description: r.summary,
                        content: { [r.contentType]: { schema: { type: 'string', format: 'binary' } } },
                      },
              }),
          default: {
            description: 'An error of the catalogue',
            content: { 'application/json': { schema: ErrorSchema } },
          },
        },
      },
    };
  }
  return createDocument({
    openapi: '3.1.0',
    info: { title: 'Apt Rigger', version: '1' },
    paths: paths,
  });
}
export const openApiPath = (path: string): string => path.replace(/:(\w+)/g, '{$1}');
