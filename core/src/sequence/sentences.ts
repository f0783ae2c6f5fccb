import { readExact } from '../geometry/index.ts';
import { toFractionText } from '../units/index.ts';
import type { SheetSymmetry } from '../sheet/index.ts';
import { type StepNames, nameSteps } from './names.ts';
import { writeOut, type Sequence } from './replay.ts';
import type { LineRef, Move, PointRef, Step } from './schema.ts';

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

/** As exactly as a folder can tell angles apart. */
const sayDegrees = (degrees: number): string => String(Math.round(Math.abs(degrees) * 100) / 100);

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

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

/** What sentences call things: creases and marks by their step, corners by their limb where one is assigned. */
export interface Names {
  readonly get: (step: string) => StepNames | undefined;
  readonly limbs?: Readonly<Record<string, string>>;
}

function sayMove(move: Move, names: Names): string {
  switch (move.kind) {
    case 'fold':
      return `${move.sense === 'valley' ? 'Valley' : 'Mountain'}-fold ${sayFoldLine(move.line, names)}${move.layers === 'all' ? '; all layers' : ''}${move.tuck ? ', tucking it in between' : ''}${move.hold.length > 0 ? '; the layers behind stay' : ''}${move.held ? '; hold it without pressing, it is opened again' : ''}.`;
    case 'crease':
      return `Fold and unfold ${sayFoldLine(move.line, names)}${move.sense === 'mountain' ? ' (mountain)' : ''}${sayStretch(move.span, names)}${move.through === 'all' ? '' : '; this flap only'}${move.soft ? '; softly' : ''}.`;
    case 'pinch':
      return sayPinch(move, names);
    case 'pleat':
      return `Pleat: ${move.sense}-fold ${sayFoldLine(move.lines[0], names)}, and back ${sayFoldLine(move.lines[1], names)}${move.layers === 'all' ? '; all layers' : ''}.`;
    case 'reverse':
      return `${{ inside: 'Inside-reverse-fold', outside: 'Outside-reverse-fold', auto: 'Reverse-fold' }[move.mode]} ${sayFoldLine(move.line, names)}.`;
    case 'crimp':
      return `${{ inside: 'Inside-crimp', outside: 'Outside-crimp', auto: 'Crimp' }[move.mode]} ${sayFoldLine(move.lines[0], names)}, and back ${sayFoldLine(move.lines[1], names)}.`;
    case 'sink':
      return `${{ open: 'Open-sink', closed: 'Closed-sink', out: 'Bring out the sunk corner' }[move.mode]} ${sayFoldLine(move.line, names)}.`;
    case 'accordion':
      return `Accordion-fold to and fro on ${move.pleats} creases, evenly apart: the first ${sayFoldLine(move.lines[0], names)}, the ${move.pleats === 2 ? 'other' : 'next'} ${sayFoldLine(move.lines[1], names)}.`;
    case 'narrow':
      return `Narrow the flap at ${sayPoint(move.tip, names)}: ${move.sense}-fold both edges ${move.width === null ? 'to' : 'evenly towards'} the line towards ${sayPoint(move.axis, names)}${move.width === null ? '' : `, until it is ${toFractionText(move.width)} of the side wide there`}.`;
    case 'blintz':
      return `${move.sense === 'valley' ? 'Valley' : 'Mountain'}-fold ${sayList(move.points.map((p) => shortPoint(p, names)))} to ${sayPoint(move.to, names)}.`;
    case 'pull':
      return move.line
        ? `Pull out the flap and fold it ${sayFoldLine(move.line, names)}; open its neighbours, fold, close them.`
        : 'Pull out the layer; nothing else moves.';
    case 'collapse':
      return sayCollapse(move, names);
    case 'squash':
      return `Squash-fold the flap at ${sayPoint(move.apex, names)}: open it and lay its ridge on ${sayPoint(move.to, names)}${behind(move.side)}.`;
    case 'petal':
      return `Petal-fold: lift ${sayPoint(move.tip, names)} ${sayHinge(move.hinge, names)}; its edges come to the middle${behind(move.side)}.`;
    case 'ear':
      return `Rabbit-ear ${sayPoint(move.tip, names)}: both its edges come to ${sayPair(move.base, names)}, the ear points to ${sayPoint(move.base[move.towards], names)}${behind(move.side)}.`;
    case 'swivel':
      return `Swivel-fold about ${sayPoint(move.pivot, names)}, along the line to ${sayPoint(move.along, names)}; the layer beneath is drawn along${behind(move.side)}.`;
    case 'refold':
      return sayRefold(move, names);
    case 'unfold':
      return `Unfold step ${names.get(move.step)?.number ?? '(gone)'}.`;
    case 'turn':
      return move.over === 'sideways' ? 'Turn over, left to right.' : 'Turn over, top to bottom.';
    case 'rotate':
      return `Rotate by ${sayDegrees(move.degrees)}° ${move.degrees < 0 ? 'clockwise' : 'counter-clockwise'}.`;
    case 'repeat':
      return 'Repeat a step.';
  }
}

function sayPinch(move: Extract<Move, { kind: 'pinch' }>, names: Names): string {
  const where = sayPair(move.on, names);
  const sense = move.sense === 'mountain' ? ' (mountain)' : '';
  const deep = move.layers === 'all' ? ', through all layers' : '';
  if (move.line.kind === 'onto') {
    return `Bring ${sayPoint(move.line.from, names)} to ${sayPoint(move.line.to, names)} and pinch only ${where}${sense}${deep}.`;
  }
  if (move.line.kind === 'across' && sayLine(move.line.to, names) === where) {
    return `Pinch ${where} straight across at ${sayPoint(move.line.at, names)}${sense}${deep}.`;
  }
  if (move.line.kind === 'lineOnto') {
    return `Bring ${sayLine(move.line.a, names)} onto ${sayLine(move.line.b, names)} and pinch only ${where}${sense}${deep}.`;
  }
  if (move.line.kind === 'landing' || move.line.kind === 'ontoBoth') {
    return `Bring ${sayFoldLine(move.line, names)}, and pinch only ${where}${sense}${deep}.`;
  }
  return `Pinch ${where} ${sayFoldLine(move.line, names)}${sense}${deep}.`;
}

/** Ends of a hinge that are found by halving the angles at the tip need no words of their own. */
function sayHinge(hinge: readonly [PointRef, PointRef], names: Names): string {
  const isHalved = hinge.every(
    (p) => p.kind === 'meet' && (p.a.kind === 'bisector' || p.b.kind === 'bisector'),
  );
  return isHalved
    ? 'as far as its edges let it go'
    : `over the line from ${shortPoint(hinge[0], names)} to ${shortPoint(hinge[1], names)}`;
}

function sayCollapse(move: Extract<Move, { kind: 'collapse' }>, names: Names): string {
  const list = (sense: 'mountain' | 'valley' | 'folded'): string =>
    move.creases
      .filter((c) => c.sense === sense)
      .map((c) => `${shortPoint(c.from, names)}–${shortPoint(c.to, names)}`)
      .join(', ');
  const seen = move.through === 'sheet' ? 'From the front of the sheet' : 'As it lies';
  const senses = (['mountain', 'valley', 'folded'] as const).flatMap((s) =>
    list(s) ? [`${s === 'folded' ? 'either way' : s}: ${list(s)}`] : [],
  );
  return `Collapse on all these creases together. ${seen}, ${senses.join('; ')}.`;
}

function sayRefold({ name, creases, bring }: Extract<Move, { kind: 'refold' }>, names: Names): string {
  const brought = bring.map((b) => `${sayPoint(b.point, names)} to ${sayPoint(b.to, names)}`);
  const on = creases.length === 1 ? 'one crease' : `${creases.length} creases together`;
  if (name === 'refold' || brought.length === 0)
    return `${name === 'refold' ? 'Refold' : 'Spread-sink'} on ${on}${brought.map((b) => `, bringing ${b}`).join('')}.`;
  return `Spread-sink: open the layers, push ${sayList(brought)} and spread the paper round it flat, on ${on}.`;
}

/** Where a crease is pressed: between two points that have names, or where the picture shows it. */
function sayStretch(span: readonly [PointRef, PointRef] | null, names: Names): string {
  if (!span) return '';
  if (span.every((p) => p.kind === 'sheet')) return ', pressed only where it is drawn';
  return `, only from ${shortPoint(span[0], names)} to ${shortPoint(span[1], names)}`;
}

const behind = (side: 'front' | 'behind'): string => (side === 'behind' ? ', behind' : '');

const sayList = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** How a crease is found: "corner B to m3", "along A and C". */
function sayFoldLine(line: LineRef, names: Names): string {
  switch (line.kind) {
    case 'onto':
      return `${sayPoint(line.from, names)} to ${sayPoint(line.to, names)}`;
    case 'through':
      return sayThrough(line.a, line.b, names);
    case 'lineOnto':
      return `${sayLine(line.a, names)} onto ${sayLine(line.b, names)}`;
    case 'bisector':
      return `through ${sayPoint(line.at, names)}, halving the angle between ${sayPoint(line.from, names)} and ${sayPoint(line.to, names)}`;
    case 'across':
      return `straight across ${sayLine(line.to, names)} at ${sayPoint(line.at, names)}`;
    case 'beside':
      return `through ${sayPoint(line.at, names)}, even with ${sayLine(line.to, names)}`;
    case 'turned':
      return `through ${sayPoint(line.at, names)}, ${sayDegrees(line.degrees)}° ${line.degrees < 0 ? 'clockwise' : 'counter-clockwise'} from the way to ${sayPoint(line.towards, names)}`;
    case 'landing': {
      const by =
        line.by.kind === 'through'
          ? `with the crease through ${sayPoint(line.by.at, names)}`
          : `with the crease square to ${sayLine(line.by.to, names)}`;
      return `${sayPoint(line.from, names)} onto ${sayLine(line.on, names)}, ${by}`;
    }
    case 'ontoBoth':
      return `${sayPoint(line.from, names)} onto ${sayLine(line.on, names)} and ${sayPoint(line.other, names)} onto ${sayLine(line.onto, names)}, both at once`;
    case 'mirrored':
      return `along the mirror image of ${sayLine(line.line, names)} in ${sayLine(line.in, names)}`;
    case 'crease':
      return `along ${sayLine(line, names)}`;
  }
}

function sayThrough(a: PointRef, b: PointRef, names: Names): string {
  const pair = sayPair([a, b], names);
  const simple = a.kind !== 'meet' && b.kind !== 'meet';
  if (!pair.startsWith('the line')) return `along ${pair}`;
  return `through ${sayPoint(a, names)} and ${simple ? '' : 'through '}${sayPoint(b, names)}`;
}

function sayLine(line: LineRef, names: Names): string {
  if (line.kind === 'through') return sayPair([line.a, line.b], names);
  if (line.kind === 'crease') {
    const made = names.get(line.step);
    return made ? (made.crease ?? `the crease of step ${made.number}`) : 'a crease that is gone';
  }
  return `the line ${sayFoldLine(line, names)}`;
}

const DIAGONALS = new Set(['AC', 'CA', 'BD', 'DB']);
const EDGES = new Set(['AB', 'BC', 'CD', 'DA', 'BA', 'CB', 'DC', 'AD']);

function sayPair(pair: readonly [PointRef, PointRef], names: Names): string {
  const corners = [...new Set(pair.flatMap(cornersIn))].join('');
  if (EDGES.has(corners)) return `edge ${corners}`;
  if (DIAGONALS.has(corners)) return `diagonal ${corners}`;
  return `the line from ${shortPoint(pair[0], names)} to ${shortPoint(pair[1], names)}`;
}

/** Names a point is made of by going along from one corner to another; other points count as themselves. */
function cornersIn(ref: PointRef): string[] {
  if (ref.kind === 'along' || ref.kind === 'between')
    return [...cornersIn(ref.from), ...cornersIn(ref.to)].sort();
  return ref.kind === 'named' ? [ref.name] : ['?', '?'];
}

/** A point in words: "corner B", "the centre O", "m3", "3/4 of the way from O to B". */
export function sayPoint(ref: PointRef, names: Names): string {
  switch (ref.kind) {
    case 'named':
      if (ref.name === 'O') return 'the centre O';
      if (ref.name.startsWith('mid ')) return `the middle of ${ref.name.slice(4)}`;
      if (!/^[A-D]$/.test(ref.name)) return ref.name;
      return `corner ${ref.name}${names.limbs?.[ref.name] ? ` (${names.limbs[ref.name]!.toLowerCase()})` : ''}`;
    case 'sheet': {
      const [x, y] = [readExact(ref.at[0]), readExact(ref.at[1])];
      return x.ok && y.ok
        ? `the point ${toFractionText(x.value)}, ${toFractionText(y.value)}`
        : 'a point without a value';
    }
    case 'unfolded':
      return sayPoint(ref.of, names);
    case 'along':
    case 'between': {
      const share = readExact(ref.share);
      const text = share.ok ? toFractionText(share.value) : String(ref.share);
      return text === '1/2'
        ? `halfway from ${shortPoint(ref.from, names)} to ${shortPoint(ref.to, names)}`
        : `${text} of the way from ${shortPoint(ref.from, names)} to ${shortPoint(ref.to, names)}`;
    }
    case 'mark': {
      const made = names.get(ref.step);
      return made ? (made.mark ?? `the mark of step ${made.number}`) : 'a mark that is gone';
    }
    case 'meet':
      return `the place where ${sayLine(ref.b, names)} meets ${sayLine(ref.a, names)}`;
    case 'mirror':
      return `the mirror image of ${sayPoint(ref.point, names)} in ${sayLine(ref.line, names)}`;
    case 'foot':
      return `the foot of ${sayPoint(ref.point, names)} on ${sayLine(ref.line, names)}`;
  }
}

const shortPoint = (ref: PointRef, names: Names): string =>
  ref.kind === 'named' && !ref.name.startsWith('mid ') ? ref.name : sayPoint(ref, names);
