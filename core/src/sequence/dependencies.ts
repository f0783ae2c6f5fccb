import type { LineRef, Move, PointRef, Step } from './schema.ts';

/** Ids of the steps a move refers to: marks, creases, what it unfolds or repeats. */
export function stepsUsedBy(move: Move): Set<string> {
  const used = new Set<string>();
  const point = (p: PointRef): void => {
    switch (p.kind) {
      case 'named':
      case 'sheet':
        return;
      case 'along':
        [p.from, p.to].forEach(point);
        return;
      case 'mark':
        used.add(p.step);
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
        used.add(l.step);
    }
  };
  switch (move.kind) {
    case 'fold':
      line(move.line);
      [...move.flap, ...move.hold].forEach(point);
      break;
    case 'crease':
      line(move.line);
      if (move.through !== 'all') [...move.through.flap, ...move.through.hold].forEach(point);
      break;
    case 'pinch':
      line(move.line);
      move.on.forEach(point);
      break;
    case 'reverse':
    case 'sink':
      line(move.line);
      move.flap.forEach(point);
      break;
    case 'collapse':
      [move.anchor, ...move.creases.flatMap((c) => [c.from, c.to])].forEach(point);
      break;
    case 'unfold':
      used.add(move.step);
      break;
    case 'repeat':
      used.add(move.of);
      break;
    case 'turn':
    case 'rotate':
      break;
  }
  return used;
}

/** Numbers (from 1) of later steps that refer to the step with this id. */
export function stepsThatUse(id: string, steps: readonly Step[]): number[] {
  return steps.flatMap((s, i) => (stepsUsedBy(s.move).has(id) ? [i + 1] : []));
}
