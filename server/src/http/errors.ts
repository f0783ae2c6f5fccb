import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { ZodError, type z } from 'zod';
import type { Logger } from 'pino';
import { sayTrouble, troubleOf } from '../db/index.ts';

/** Every error the server answers with: its status and what a person reads. */
export const errorTable = {
  'not-found': { status: 404, text: 'There is nothing at this address; it may have been deleted.' },
  'bad-input': { status: 400, text: 'The request is not what this address takes.' },
  'too-large': { status: 413, text: 'The request is over 4 MB; a plan never is. Check what is being sent.' },
  'not-json': { status: 415, text: 'Only JSON in UTF-8 is taken here.' },
  'no-base': {
    status: 428,
    text: 'The request does not say which revision it was made on; send If-Match with its number, or If-None-Match: * for something new.',
  },
  stale: { status: 409, text: 'It has been saved from another window since you opened it.' },
  unreadable: {
    status: 422,
    text: 'This was kept, but it cannot be read by this version. Download it as it is.',
  },
  'foreign-origin': { status: 403, text: 'This server answers only its own pages on this machine.' },
  'took-too-long': { status: 503, text: 'It took too long and was stopped. Ask for less at once.' },
  'disk-full': { status: 507, text: sayTrouble('disk-full') },
  'read-only': { status: 507, text: sayTrouble('read-only') },
  damaged: { status: 507, text: sayTrouble('damaged') },
  busy: { status: 503, text: sayTrouble('busy') },
  internal: { status: 500, text: 'Something broke in the server; nothing was changed. Try again.' },
} as const;
export type ErrorCode = keyof typeof errorTable;

/** An expected failure of a request, with what helps to mend it. */
export class HttpFault extends Error {
  readonly code: ErrorCode;
  readonly details: Record<string, unknown>;
  constructor(code: ErrorCode, details: Record<string, unknown> = {}) {
    super(errorTable[code].text);
    this.code = code;
    this.details = details;
  }
}

function send(res: Response, code: ErrorCode, details: Record<string, unknown> = {}): void {
  const { status, text } = errorTable[code];
  res.status(status).json({ error: { code, text, ...details } });
}

/** A fault of what was sent, at a place of it. */
export const badInput = (path: string, text: string): HttpFault =>
  new HttpFault('bad-input', { issues: [{ path, text }] });

/** Parses a body or parameter with a schema; unknown keys are refused. */
export function readInput<S extends z.ZodType>(schema: S, value: unknown): z.infer<S> {
  return schema.parse(value);
}

export const answerNotFound: RequestHandler = (_req, res) => send(res, 'not-found');

/** What the frameworks' own complaints of a request are called here, by their HTTP status. */
const CLIENT_FAULTS: Readonly<Record<number, ErrorCode>> = {
  404: 'not-found',
  413: 'too-large',
  415: 'not-json',
};

export function buildErrorHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, _next) => {
    if (error instanceof HttpFault) return send(res, error.code, error.details);
    if (error instanceof ZodError) {
      return send(res, 'bad-input', {
        issues: error.issues.slice(0, 8).map((i) => ({ path: i.path.join('.'), text: i.message })),
      });
    }
    const { type, status } = error as { type?: string; status?: number };
    if (type === 'entity.parse.failed')
      return send(res, 'bad-input', { issues: [{ path: '', text: 'The body is not JSON.' }] });
    // An address that cannot be decoded, a null in a file name, a body cut short: faults of who asks, not of the server.
    if (status !== undefined && status >= 400 && status < 500)
      return send(res, CLIENT_FAULTS[status] ?? 'bad-input');
    const trouble = troubleOf(error);
    log.error({ err: error, url: req.url }, 'request failed');
    return send(res, trouble ?? 'internal');
  };
}
