import type { RequestHandler } from 'express';
import { AppError } from '../errors';

export interface Guarded {
  /** names under which the server answers, without port */
  readonly hosts: readonly string[];
  /** false: what would be written now would be in no file that is found again */
  readonly inPlace: () => boolean;
  /** set while the server is being stopped or not yet open */
  readonly closed: () => 'shutting-down' | 'starting-up' | null;
}
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];
export const hostsOf = (named: string | undefined): readonly string[] => [
  ...LOOPBACK,
  ...(named ?? '')
    .split(',')
    .map((h) => h.trim().toLowerCase())
    .filter(Boolean),
];
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
const hostName = (authority: string) => authority.toLowerCase().replace(/:\d*$/, '');

/** Who may ask at all: only under an allowed name, since a foreign page can point its own name here, and writes only from pages
 *  of this server. */
export const guard =
  ({ hosts, inPlace, closed }: Guarded): RequestHandler =>
  (req, res, next) => {
    const host = req.headers.host ?? '';
    if (!hosts.includes(hostName(host))) throw new AppError('host-not-allowed');
    if (!READS.has(req.method)) {
      const { origin } = req.headers;
      const site = req.headers['sec-fetch-site'];
      if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
        throw new AppError('origin-not-allowed');
      if (site !== undefined && site !== 'same-origin' && site !== 'none')
        throw new AppError('origin-not-allowed');
      // what only computes touches no file
      if (!req.path.startsWith('/api/compute/') && !inPlace()) throw new AppError('store-moved');
    }
    const why = closed();
    if (why !== null && req.path !== '/api/health') {
      res.setHeader('Connection', 'close');
      throw new AppError(why);
    }
    next();
  };
