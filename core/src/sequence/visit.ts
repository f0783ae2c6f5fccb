import type { LineRef, Move, PointRef } from './schema.ts';

/** What is done with each part of a move; parts without a rule stay as they are. */
export interface MoveRules {
  readonly point: (p: PointRef) => PointRef;
  readonly line: (l: LineRef) => LineRef;
  /** True where the move is carried to the other face of the model. */
  readonly behind: boolean;
}

type Pair = [PointRef, PointRef];

/** A move with every reference replaced; on the other face senses, sides and orders change places. */
export function mapMove<M extends Move>(move: M, rules: MoveRules): Move {
  const { point, line, behind } = rules;
  const points = (list: readonly PointRef[]): PointRef[] => list.map(point);
  const pair = (p: readonly [PointRef, PointRef]): Pair => [point(p[0]), point(p[1])];
  const lines = (l: readonly [LineRef, LineRef]): [LineRef, LineRef] => [line(l[0]), line(l[1])];
  const picks = (list: readonly Pair[]): Pair[] =>
    list.map((p) => (behind ? [point(p[1]), point(p[0])] : pair(p)));
  const through = (t: 'all' | PointRef[]): 'all' | PointRef[] => (t === 'all' ? t : points(t));
  const turn = <S extends string>(s: S): S => (behind ? ((OTHER[s] ?? s) as S) : s);
  switch (move.kind) {
    case 'fold':
      return {
        ...move,
        sense: turn(move.sense),
        line: line(move.line),
        flap: points(move.flap),
        hold: points(move.hold),
        picks: picks(move.picks),
      };
    case 'crease':
      return {
        ...move,
        sense: turn(move.sense),
        line: line(move.line),
        through:
          move.through === 'all'
            ? 'all'
            : { flap: points(move.through.flap), hold: points(move.through.hold) },
        span: move.span && pair(move.span),
      };
    case 'pinch':
      return { ...move, sense: turn(move.sense), line: line(move.line), on: pair(move.on) };
    case 'pleat':
      return {
        ...move,
        sense: turn(move.sense),
        lines: lines(move.lines),
        flap: points(move.flap),
        hold: points(move.hold),
      };
    case 'reverse':
    case 'sink':
      return { ...move, line: line(move.line), flap: points(move.flap), picks: picks(move.picks) };
    case 'crimp':
      return { ...move, lines: lines(move.lines), flap: points(move.flap), picks: picks(move.picks) };
    case 'accordion':
      return { ...move, lines: lines(move.lines), flap: points(move.flap) };
    case 'narrow':
      return {
        ...move,
        sense: turn(move.sense),
        tip: point(move.tip),
        axis: point(move.axis),
        edges: pair(move.edges),
      };
    case 'blintz':
      return { ...move, sense: turn(move.sense), points: points(move.points), to: point(move.to) };
    case 'pull':
      return {
        ...move,
        line: move.line && line(move.line),
        flap: points(move.flap),
        picks: picks(move.picks),
      };
    case 'collapse':
      return {
        ...move,
        through: move.through === 'sheet' ? 'sheet' : through(move.through),
        anchor: point(move.anchor),
        creases: move.creases.map((c) => ({
          from: point(c.from),
          to: point(c.to),
          // Senses on the sheet belong to its front side, whichever way it lies.
          sense: move.through === 'sheet' ? c.sense : turn(c.sense),
        })),
        picks: picks(move.picks),
      };
    case 'squash':
      return {
        ...move,
        apex: point(move.apex),
        hinge: point(move.hinge),
        ridge: point(move.ridge),
        to: point(move.to),
        front: points(move.front),
        back: points(move.back),
        side: turn(move.side),
        picks: picks(move.picks),
      };
    case 'petal':
      return {
        ...move,
        tip: point(move.tip),
        hinge: pair(move.hinge),
        flap: points(move.flap),
        sides: points(move.sides),
        sidesFrom: move.sidesFrom && point(move.sidesFrom),
        virtualTip: move.virtualTip && point(move.virtualTip),
        side: turn(move.side),
        picks: picks(move.picks),
      };
    case 'ear':
      return {
        ...move,
        tip: point(move.tip),
        base: pair(move.base),
        through: through(move.through),
        anchor: point(move.anchor),
        side: turn(move.side),
        picks: picks(move.picks),
      };
    case 'swivel':
      return {
        ...move,
        pivot: point(move.pivot),
        along: point(move.along),
        flap: point(move.flap),
        drawn: point(move.drawn),
        anchor: point(move.anchor),
        side: turn(move.side),
        picks: picks(move.picks),
      };
    case 'refold':
      return {
        ...move,
        creases: move.creases.map((c) =>
          'line' in c
            ? { line: line(c.line), on: through(c.on), wish: turn(c.wish) }
            : // Senses on the sheet belong to its front side, whichever way it lies.
              { from: point(c.from), to: point(c.to), wish: c.wish },
        ),
        free: points(move.free),
        bring: move.bring.map((b) => ({ point: point(b.point), to: point(b.to) })),
        anchor: point(move.anchor),
        side: turn(move.side),
        picks: picks(move.picks),
      };
    case 'unfold':
    case 'turn':
    case 'rotate':
    case 'repeat':
      return move;
  }
}

const OTHER: Readonly<Record<string, string>> = {
  valley: 'mountain',
  mountain: 'valley',
  front: 'behind',
  behind: 'front',
};

/** Every point and line a move names, in the order of its data, constructions as a whole. */
export function refsOf(move: Move): { points: PointRef[]; lines: LineRef[] } {
  const found = { points: [] as PointRef[], lines: [] as LineRef[] };
  mapMove(move, {
    behind: false,
    point: (p) => (found.points.push(p), p),
    line: (l) => (found.lines.push(l), l),
  });
  return found;
}

/** Goes through a construction down to its ends: points by name, on the sheet or of a step, and creases of steps. */
export function walkRefs(
  refs: { readonly points: readonly PointRef[]; readonly lines: readonly LineRef[] },
  visit: {
    readonly point: (p: Extract<PointRef, { kind: 'named' | 'sheet' | 'mark' }>) => void;
    readonly crease: (l: Extract<LineRef, { kind: 'crease' }>) => void;
  },
): void {
  const point = (p: PointRef): void => {
    switch (p.kind) {
      case 'named':
      case 'sheet':
      case 'mark':
        visit.point(p);
        return;
      case 'along':
      case 'between':
        [p.from, p.to].forEach(point);
        return;
      case 'unfolded':
        point(p.of);
        return;
      case 'meet':
        [p.a, p.b].forEach(line);
        return;
      case 'mirror':
      case 'foot':
        point(p.point);
        line(p.line);
    }
  };
  const line = (l: LineRef): void => {
    switch (l.kind) {
      case 'through':
        [l.a, l.b].forEach(point);
        return;
      case 'onto':
        [l.from, l.to].forEach(point);
        return;
      case 'lineOnto':
        [l.a, l.b].forEach(line);
        return;
      case 'landing':
        point(l.from);
        line(l.on);
        if (l.by.kind === 'through') point(l.by.at);
        else line(l.by.to);
        return;
      case 'ontoBoth':
        [l.from, l.other, l.near].forEach(point);
        [l.on, l.onto].forEach(line);
        return;
      case 'mirrored':
        [l.line, l.in].forEach(line);
        return;
      case 'bisector':
        [l.from, l.at, l.to].forEach(point);
        return;
      case 'across':
      case 'beside':
        point(l.at);
        line(l.to);
        return;
      case 'turned':
        [l.at, l.towards].forEach(point);
        return;
      case 'crease':
        visit.crease(l);
    }
  };
  refs.points.forEach(point);
  refs.lines.forEach(line);
}
