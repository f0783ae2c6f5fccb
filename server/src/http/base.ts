import type { Request } from 'express';
import { HttpFault } from './errors.ts';

/**
 * The revision a write was made on, from its If-Match header ("3" in quotes); null for something new (If-None-Match: *). A
 * write that says neither is refused: it could undo what another window saved.
 */
export function baseOf(req: Request): number | null {
  if (req.get('if-none-match') === '*') return null;
  const match = /^(?:W\/)?"(\d{1,12})"$/.exec(req.get('if-match') ?? '');
  if (!match) throw new HttpFault('no-base');
  return Number(match[1]);
}
