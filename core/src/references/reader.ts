import { type Refusal, TooCoarse } from '../folded/index.ts';
import type { Line, Point } from '../geometry/index.ts';
import type { Picks } from '../moves/index.ts';
import { type Outcome, failed } from '../outcome/index.ts';
import { type ResolveContext, resolveLine, resolveMaterial, resolvePoint } from './resolve.ts';
import type { LineRef, PointRef } from './schema.ts';

/** Moves a line of the step before it is folded: a folder's slip. */
export type LineSlip = (line: Line) => Line;

/** Reads a move's data in one go; the first reference that cannot be found is the refusal. */
export function readOrRefuse<T>(reading: () => Outcome<T, Refusal>): Outcome<T, Refusal> {
  try {
    return reading();
  } catch (fault) {
    if (fault instanceof Unresolved) return failed(fault.refusal);
    // Paper whose creases nearly meet lies where its layers cannot be told apart: said, not guessed.
    if (fault instanceof TooCoarse) return failed(TOO_NEAR);
    throw fault;
  }
}

const TOO_NEAR: Refusal = {
  kind: 'sliver',
  text: 'Creases of this step come so near to each other that it cannot be told which layer lies where; lead them through one point, or farther apart.',
};

/** Thrown inside a reading only, so that a move's data can be read in one expression. */
class Unresolved extends Error {
  readonly refusal: Refusal;
  constructor(refusal: Refusal) {
    super(refusal.text);
    this.refusal = refusal;
  }
}

function must<T>(found: Outcome<T, Refusal>): T {
  if (!found.ok) throw new Unresolved(found.fault);
  return found.value;
}

/** Reads references against the state: points of the paper, places in the model, lines. */
export class Reader {
  private readonly context: ResolveContext;
  private readonly slip: LineSlip;

  constructor(context: ResolveContext, slip: LineSlip) {
    this.context = context;
    this.slip = slip;
  }

  paper = (ref: PointRef): Point => must(resolveMaterial(ref, this.context));
  papers = (refs: readonly PointRef[]): Point[] => refs.map(this.paper);
  place = (ref: PointRef): Point => must(resolvePoint(ref, this.context)).model;
  line = (ref: LineRef): Line => this.slip(must(resolveLine(ref, this.context)));
  lines = (refs: readonly [LineRef, LineRef]): [Line, Line] => [this.line(refs[0]), this.line(refs[1])];
  pair = (refs: readonly [PointRef, PointRef]): [Point, Point] => [this.paper(refs[0]), this.paper(refs[1])];
  picks = (refs: readonly (readonly [PointRef, PointRef])[]): Picks => refs.map(this.pair);
  through = (refs: 'all' | readonly PointRef[]): 'all' | Point[] =>
    refs === 'all' ? 'all' : this.papers(refs);
}
