import type { Refusal } from '../folded/index.ts';
import { type ReflectedKind, listReflections } from '../moves/index.ts';
import { type Outcome, done } from '../outcome/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import { type FoundResult, type Making, type Notation, drawn } from './spec.ts';

/** All results of one reflection that lie in one of the wanted ways. */
export function listReflected(
  { line, flap }: { readonly line: LineRef; readonly flap: readonly PointRef[] },
  wanted: readonly ReflectedKind[],
  { state, read }: Making,
): Outcome<readonly FoundResult[], Refusal> {
  const found = listReflections(state, { line: read.line(line), flap: read.papers(flap), step: 'offered' });
  if (!found.ok) return found;
  return done(
    found.value
      .filter((f) => wanted.includes(f.kind))
      .map(({ result, picks }) => ({ state: result.state, picks })),
  );
}

/** What goes in is drawn as a mountain with the hollow arrow, what goes round as a valley. */
export const drawnByMode = (mode: 'inside' | 'outside' | 'auto'): Notation =>
  mode === 'inside' ? { line: 'mountain', arrow: 'mountain', block: 'push', equal: null } : drawn('valley');
