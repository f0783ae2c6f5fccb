import type { Refusal } from '../folded/index.ts';
import { type ReflectedKind, listReflections } from '../moves/index.ts';
import { type Outcome, done } from '../outcome/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import type { FoundResult, Making } from './spec.ts';

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
