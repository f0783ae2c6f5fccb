import type { LineRef, PointRef } from './schema.ts';

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
