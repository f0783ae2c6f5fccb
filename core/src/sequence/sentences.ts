import { sayMove } from '../kinds/index.ts';
import { type Names, lowerFirst } from '../references/index.ts';
import type { SheetSymmetry } from '../sheet/index.ts';
import { nameSteps } from './names.ts';
import { writeOut, type Sequence } from './replay.ts';
import type { Step } from './schema.ts';

/** The sentence of a step in plain craft English, made from its data so that it cannot drift from the geometry. */
export function sayStep(step: Step, sequence: Sequence): string {
  const steps = nameSteps(sequence.steps);
  const names: Names = { get: (id) => steps.get(id), limbs: sequence.limbs ?? {} };
  const taste = step.tolerance.kind === 'taste' ? ' To taste.' : '';
  if (step.move.kind !== 'repeat') return sayMove(step.move, names) + taste;
  const { of, map, behind: isBehind } = step.move;
  const number = names.get(of)?.number;
  const at = sequence.steps.findIndex((s) => s.id === step.id);
  const written = writeOut(step.move, sequence, (at < 0 ? sequence.steps.length : at) + 1);
  const again =
    number === undefined
      ? 'Repeat a step that is gone'
      : `Repeat step ${number} ${sayMap(map)}${isBehind ? ', behind' : ''}`;
  return written.ok ? `${again}: ${lowerFirst(sayMove(written.value, names))}${taste}` : `${again}.`;
}

/** "AC", or "the line through the middles of AB and CD". */
function sayMirror([a, b]: readonly [string, string]): string {
  if (a.length === 1 && b.length === 1) return a + b;
  const both = [a, b].map((n) => n.replace('mid ', ''));
  return a.startsWith('mid ') && b.startsWith('mid ')
    ? `the line through the middles of ${both[0]} and ${both[1]}`
    : `the line through ${a} and ${b}`;
}

function sayMap(map: SheetSymmetry): string {
  return map.kind === 'mirror' ? `on the other side of ${sayMirror(map.in)}` : `turned by ${map.degrees}°`;
}
