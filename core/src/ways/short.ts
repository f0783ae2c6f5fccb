import { type Point, distance, dot, subtract, toUnit } from '../geometry/index.ts';
import { type PointRef, resolvePoint } from '../references/index.ts';
import { type Step, contextAfter, replaySequence } from '../sequence/index.ts';
import type { SheetShape } from '../sheet/index.ts';

/** How far a crease is pressed beyond the last place that is read off it, in sheet sides. */
const BEYOND = 0.015;

type Meet = Extract<PointRef, { kind: 'meet' }>;

/**
 * The same construction with every long crease pressed only where a later fold reads a crossing off it: what is not
 * pressed leaves no scar. A crease that is read as a whole line stays whole. `end` is a place read off when all is folded.
 */
export function pressShort(sheet: SheetShape, steps: readonly Step[], end?: PointRef): Step[] {
  const context = contextAfter(replaySequence({ sheet, points: {}, steps }));
  const { meets, whole } = readsOf(steps, end);
  return steps.map((step) => {
    const { move } = step;
    const crease = context.trails.get(step.id)?.creases[0];
    if (move.kind !== 'crease' || move.span || !crease || whole.has(step.id)) return step;
    const along = toUnit(subtract(crease.to, crease.from));
    const places = meets
      .filter((m) => [m.a, m.b].some((l) => l.kind === 'crease' && l.step === step.id))
      .flatMap((m) => {
        const found = resolvePoint(m, context);
        return found.ok && found.value.sheet ? [dot(subtract(found.value.sheet, crease.from), along)] : [];
      });
    if (places.length === 0) return step;
    const at = (far: number): PointRef => ({
      kind: 'sheet',
      at: [crease.from[0] + far * along[0], crease.from[1] + far * along[1]] as Point as [number, number],
    });
    const span: [PointRef, PointRef] = [
      at(Math.max(0, Math.min(...places) - BEYOND)),
      at(Math.min(distance(crease.from, crease.to), Math.max(...places) + BEYOND)),
    ];
    return { ...step, move: { ...move, span } };
  });
}

/** Crossings that are read off creases, and creases that are read as whole lines. */
function readsOf(steps: readonly Step[], end: PointRef | undefined): { meets: Meet[]; whole: Set<string> } {
  const meets: Meet[] = [];
  const whole = new Set<string>();
  const walk = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(walk);
    if (typeof value !== 'object' || value === null) return;
    const ref = value as { kind?: string; step?: string; a?: unknown; b?: unknown };
    if (ref.kind === 'meet') {
      meets.push(value as Meet);
      // The two lines of a crossing are read at the crossing only.
      [ref.a, ref.b].forEach((l) => (l as { kind?: string }).kind !== 'crease' && walk(l));
      return;
    }
    if (ref.kind === 'crease' && typeof ref.step === 'string') whole.add(ref.step);
    Object.values(value).forEach(walk);
  };
  for (const { move } of steps) Object.values(move).forEach(walk);
  walk(end);
  return { meets, whole };
}
