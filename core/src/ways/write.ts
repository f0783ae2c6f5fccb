import type { MarkAnswer, Mark, MarkTable } from '../alignments/index.ts';
import {
  type Line,
  type Point,
  directionOf,
  dot,
  lineThrough,
  mirrorPoint,
  tolerance,
} from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import { type Replay, type Step, replaySequence, stepSchema } from '../sequence/index.ts';
import { cornersOf, edgesOf } from '../sheet/index.ts';
import { creaseStep } from './crease.ts';

/** An answer written out as steps of a plan, and where the engine says it ends. */
export interface WrittenMark {
  readonly steps: readonly Step[];
  readonly replay: Replay;
  /** The mark as a plan refers to it; for a line its crease is the last step's. */
  readonly mark?: PointRef;
}

/**
 * Writes an answer as steps: one crease each, the last carried square to the edge where that was asked. Where a line can
 * go two ways, the engine folds both and the one the table means is kept.
 */
export function writeMark(table: MarkTable, answer: MarkAnswer, prefix: string, edge?: string): WrittenMark {
  const writer = new MarkWriter(table, prefix);
  for (const id of answer.lines) writer.crease(id);
  const { end } = answer;
  if (end.kind === 'onto' || end.kind === 'through') writer.last(end.kind, end.p, end.q);
  const mark = end.kind === 'crossing' || end.kind === 'carried' ? writer.point(end) : undefined;
  if (end.kind === 'carried' && mark) {
    const own = edgesOf(table.sheet).find((e) => e.name === edge);
    invariant(own, 'a mark is carried to an edge of the sheet');
    return { ...writer.carry(mark, own.name), steps: writer.steps };
  }
  return { steps: writer.steps, replay: writer.replay, ...(mark ? { mark } : {}) };
}

class MarkWriter {
  readonly steps: Step[] = [];
  replay: Replay;
  private readonly table: MarkTable;
  private readonly prefix: string;
  private readonly ids = new Map<number, string>();

  constructor(table: MarkTable, prefix: string) {
    this.table = table;
    this.prefix = prefix;
    this.replay = replaySequence({ sheet: table.sheet, points: {}, steps: [] });
  }

  crease(id: number): void {
    const { kind, marks, lines } = this.table.originOf(id);
    const [p, q] = marks.map((m) => this.point(m)) as [PointRef, PointRef];
    const [a, b] = lines.map((l) => this.line(l)) as [LineRef, LineRef];
    const ways = ((): LineRef[] => {
      switch (kind) {
        case 'onto':
          return [{ kind: 'onto', from: p, to: q }];
        case 'through':
          return [{ kind: 'through', a: p, b: q }];
        case 'across':
          return [{ kind: 'across', at: p, to: a }];
        case 'lineOnto':
          return ([0, 1] as const).map((which) => ({ kind, a, b, which }));
        case 'landThrough':
          return ([0, 1] as const).map((which) => ({
            kind: 'landing',
            from: p,
            on: a,
            by: { kind: 'through', at: q },
            which,
          }));
        case 'landSquare':
          return [{ kind: 'landing', from: p, on: a, by: { kind: 'square', to: b }, which: 0 }];
        case 'ontoBoth':
          return [{ kind, from: p, on: a, other: q, onto: b, near: this.landing(id) }];
      }
    })();
    this.ids.set(id, this.fold(ways, this.table.lineAt(id)));
  }

  /** The one fold beyond the table. */
  last(kind: 'onto' | 'through', p: Mark, q: Mark): void {
    const [from, to] = [this.point(p), this.point(q)];
    this.fold([kind === 'onto' ? { kind, from, to } : { kind, a: from, b: to }], undefined);
  }

  point({ a, b }: Pick<Mark, 'a' | 'b'>): PointRef {
    if (a < this.table.edges && b < this.table.edges) {
      const { at } = this.table.markOf(a, b);
      const corner = cornersOf(this.table.sheet).find(
        (c) => Math.hypot(c.at[0] - at[0], c.at[1] - at[1]) < tolerance.samePoint,
      );
      invariant(corner, 'two edges cross in a corner');
      return { kind: 'named', name: corner.name };
    }
    return { kind: 'meet', a: this.line(a), b: this.line(b), frame: 'sheet' };
  }

  /** Where the first mark of a line comes to lie, roughly. */
  private landing(id: number): PointRef {
    const [mark] = this.table.originOf(id).marks;
    const [x, y] = mirrorPoint(this.table.lineAt(id), mark!.at).map((v) => Math.round(v * 1000) / 1000);
    return { kind: 'sheet', at: [x!, y!] };
  }

  carry(at: PointRef, edge: string): { replay: Replay; mark: PointRef } {
    const on = edge.split('').map((name): PointRef => ({ kind: 'named', name })) as [PointRef, PointRef];
    const id = this.nextId();
    this.push(
      stepSchema.parse({
        id,
        passage: 'Marks',
        move: {
          kind: 'pinch',
          sense: 'valley',
          line: { kind: 'across', at, to: { kind: 'through', a: on[0], b: on[1] } },
          on,
        },
      }),
    );
    return { replay: this.replay, mark: { kind: 'mark', step: id } };
  }

  private line(id: number): LineRef {
    const edge = edgesOf(this.table.sheet)[id];
    if (!edge) return { kind: 'crease', step: this.ids.get(id)! };
    const [a, b] = edge.name.split('').map((name): PointRef => ({ kind: 'named', name })) as [
      PointRef,
      PointRef,
    ];
    return { kind: 'through', a, b };
  }

  /** Folds the first of some ways that lies where it should. */
  private fold(ways: readonly LineRef[], wanted: Line | undefined): string {
    const id = this.nextId();
    for (const line of ways) {
      const step = creaseStep(id, line);
      const next = this.tryStep(step);
      const made = next.steps.at(-1)!.trail?.creases[0];
      if (!made || (wanted && !isSameLine(lineThrough(made.from, made.to), wanted))) continue;
      this.steps.push(step);
      this.replay = next;
      return id;
    }
    invariant(false, 'a crease of the table can be folded');
  }

  private push(step: Step): void {
    this.replay = this.tryStep(step);
    this.steps.push(step);
  }

  private tryStep = (step: Step): Replay =>
    replaySequence({ ...this.replay.sequence, steps: [...this.steps, step] }, this.replay);

  private nextId = (): string => `${this.prefix}-${this.steps.length + 1}`;
}

function isSameLine(a: Line | undefined, b: Line): boolean {
  if (!a) return false;
  const at: Point = [b.normal[0] * b.offset, b.normal[1] * b.offset];
  return (
    Math.abs(dot(a.normal, directionOf(b))) < tolerance.alike &&
    Math.abs(dot(a.normal, at) - a.offset) < tolerance.alike
  );
}
