import type { LineRef, PointRef } from '../references/index.ts';

/** What is done with each part of a move; parts without a rule stay as they are. */
export interface MoveRules {
  readonly point: (p: PointRef) => PointRef;
  readonly line: (l: LineRef) => LineRef;
  /** True where the move is carried to the other face of the model. */
  readonly behind: boolean;
}

type Pair = [PointRef, PointRef];

const OTHER: Readonly<Record<string, string>> = {
  valley: 'mountain',
  mountain: 'valley',
  front: 'behind',
  behind: 'front',
};

/** Carries the parts of a move over by rules. */
export class Mapper {
  readonly point: MoveRules['point'];
  readonly line: MoveRules['line'];
  private readonly behind: boolean;

  constructor({ point, line, behind }: MoveRules) {
    this.point = point;
    this.line = line;
    this.behind = behind;
  }

  points = (list: readonly PointRef[]): PointRef[] => list.map(this.point);
  pair = (p: readonly [PointRef, PointRef]): Pair => [this.point(p[0]), this.point(p[1])];
  lines = (l: readonly [LineRef, LineRef]): [LineRef, LineRef] => [this.line(l[0]), this.line(l[1])];
  through = (t: 'all' | readonly PointRef[]): 'all' | PointRef[] => (t === 'all' ? t : this.points(t));
  /** Relations "above"; on the other face they say the opposite. */
  picks = (list: readonly Pair[]): Pair[] =>
    list.map((p) => (this.behind ? [this.point(p[1]), this.point(p[0])] : this.pair(p)));
  /** A sense or a side of the model. */
  turn = <S extends string>(s: S): S => (this.behind ? ((OTHER[s] ?? s) as S) : s);
}
