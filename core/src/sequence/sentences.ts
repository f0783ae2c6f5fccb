import { type Move, refsOf, sayMove } from '../kinds/index.ts';
import { type Names, lowerFirst, sayLine, sayList, sayPoint, walkRefs } from '../references/index.ts';
import type { SheetSymmetry } from '../sheet/index.ts';
import { nameSteps } from './names.ts';
import { writeOut, type Sequence } from './replay.ts';
import type { Step } from './schema.ts';

/** The sentence of a step in plain craft English, made from its data so that it cannot drift from the geometry. */
export function sayStep(step: Step, sequence: Sequence): string {
  const steps = nameSteps(sequence.steps);
  const names: Names = { get: (id) => steps.get(id), limbs: sequence.limbs ?? {} };
  const taste = sayTaste(step);
  if (step.move.kind !== 'repeat') return sayMove(step.move, names) + taste;
  const { of, map, behind: isBehind } = step.move;
  const number = names.get(of)?.number;
  const at = sequence.steps.findIndex((s) => s.id === step.id);
  const written = writeOut(step.move, sequence, (at < 0 ? sequence.steps.length : at) + 1);
  const again =
    number === undefined
      ? 'Repeat a step that is gone'
      : `Repeat step ${number} ${sayMap(map)}${isBehind ? ', behind' : ''}`;
  if (!written.ok) return `${again}.`;
  const whole = `${again}: ${lowerFirst(sayMove(written.value, names))}${taste}`;
  if (whole.length <= TWO_LINES) return whole;
  const original = sequence.steps.find((s) => s.id === of);
  const others = original ? sayOthers(original.move, written.value, names) : undefined;
  return others === undefined ? whole : `${again}${others}.${taste}`;
}

/** The sentence of a whole passage that is made again. */
export const sayRepeats = (first: number, last: number, map: SheetSymmetry, isBehind: boolean): string =>
  `Repeat steps ${first} to ${last} ${sayMap(map)}${isBehind ? ', behind' : ''}.`;

/** " To taste.", with the side it may err to where only one is allowed. */
function sayTaste({ tolerance }: Step): string {
  if (tolerance.kind === 'exact') return '';
  return tolerance.sided ? ` To taste, rather ${tolerance.sided} than drawn.` : ' To taste.';
}

/** Letters that two lines of the page hold. */
const TWO_LINES = 150;
/** More names than this are no shorter than the sentence itself. */
const MOST_OTHERS = 4;

/** ", with corner D for corner B": what a repeat names instead; undefined where the two do not correspond name by name. */
function sayOthers(original: Move, repeated: Move, names: Names): string | undefined {
  const [was, now] = [original, repeated].map((move) => wordsIn(move, names));
  if (was!.length !== now!.length) return undefined;
  const pairs = was!.flatMap((w, i) => (w === now![i] ? [] : [`${now![i]} for ${w}`]));
  const once = [...new Set(pairs)];
  if (once.length > MOST_OTHERS) return undefined;
  return once.length > 0 ? `, with ${sayList(once)}` : '';
}

/** Every name a sentence of the move would use, in order. */
function wordsIn(move: Move, names: Names): string[] {
  const { points, lines } = refsOf(move);
  const words: string[] = [];
  // As in a sentence: where there are lines, points only say which paper moves.
  walkRefs(lines.length > 0 ? { points: [], lines } : { points, lines }, {
    point: (p) => {
      if (p.kind !== 'sheet') words.push(sayPoint(p, names));
    },
    crease: (l) => words.push(sayLine(l, names)),
  });
  return words;
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
