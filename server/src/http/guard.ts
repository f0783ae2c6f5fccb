import type { RequestHandler } from 'express';
import { HttpFault } from './errors.ts';

const OWN_HOSTS = new Set(['127.0.0.1', 'localhost', '[::1]']);

const hostName = (host: string): string => host.replace(/:\d+$/, '');

/**
 * Answers only requests for this machine's own names, and writes only from its own pages: a page of another site can
 * neither read nor write plans, even by pointing its own name at this machine.
 */
export const guardOrigin: RequestHandler = (req, _res, next) => {
  const host = req.headers.host ?? '';
  if (!OWN_HOSTS.has(hostName(host))) throw new HttpFault('foreign-origin');
  const { origin } = req.headers;
  if (origin !== undefined && origin !== `http://${host}`) throw new HttpFault('foreign-origin');
  if (req.headers['sec-fetch-site'] === 'cross-site') throw new HttpFault('foreign-origin');
  next();
};

/** Writes carry JSON, so that a plain form of another site cannot make them. */
export const guardJson: RequestHandler = (req, _res, next) => {
  const writes = req.method === 'POST' || req.method === 'PUT';
  if (writes && !req.is('application/json')) throw new HttpFault('not-json');
  next();
};
