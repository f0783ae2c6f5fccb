import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { ZodError, type z } from 'zod';
import type { Logger } from 'pino';

/** Every error the server answers with: its status and what a person reads. */
export const errorTable = {
  'not-found': { status: 404, text: 'There is nothing at this address; it may have been deleted.' },
  'bad-input': { status: 400, text: 'The request is not what this address takes.' },
  'too-large': { status: 413, text: 'The request is over 4 MB; a plan never is. Check what is being sent.' },
  'not-json': { status: 415, text: 'Only JSON is taken here.' },
  stale: { status: 409, text: 'The plan has been saved from another window since you opened it.' },
  'foreign-origin': { status: 403, text: 'This server answers only its own pages on this machine.' },
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

/** Parses a body or parameter with a schema; unknown keys are refused. */
export function readInput<S extends z.ZodType>(schema: S, value: unknown): z.infer<S> {
  return schema.parse(value);
}

export const answerNotFound: RequestHandler = (_req, res) => send(res, 'not-found');

export function buildErrorHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, _next) => {
    if (error instanceof HttpFault) return send(res, error.code, error.details);
    if (error instanceof ZodError) {
      return send(res, 'bad-input', {
        issues: error.issues.slice(0, 8).map((i) => ({ path: i.path.join('.'), text: i.message })),
      });
    }
    const type = (error as { type?: string }).type;
    if (type === 'entity.too.large') return send(res, 'too-large');
    if (type === 'entity.parse.failed')
      return send(res, 'bad-input', { issues: [{ path: '', text: 'The body is not JSON.' }] });
    log.error({ err: error, url: req.url }, 'request failed');
    return send(res, 'internal');
  };
}
